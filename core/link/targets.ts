import { EXPRESSION, FLAG, FORM, KIND, REFERENCE, type FileFacts } from '../facts/fileFacts.ts';
import { constructorsIn } from './constructors.ts';
import type { PlacedElements } from './elements.ts';
import type { Evaluator } from './evaluator.ts';
import type { FamilyRules } from './families.ts';
import { meaningsOf } from './meanings.ts';
import { takes } from './parameters.ts';
import { CERTAINTY, type FactsOfFile } from '../contracts/linked.ts';
import { isSameDeclared, type Declared, type Value } from '../contracts/values.ts';

/** The kind of a target that is run because an instance is made. */
export const RUNS_CONSTRUCTOR = -2;

/** An element that a reference means, as which kind of reference, and how sure that is. */
export interface Target {
  element: number;
  kind: number;
  certainty: number;
}

/**
 * The elements that a reference of a kind to a value means, seen from a file, with the arguments of a call and the
 * declaration that it stands in (-1 for none).
 */
export type Targets = (file: number, value: Value, kind: number, args: number, owner: number) => Target[];

/** Overloads that nothing tells apart are all named, unless they are so many that it says nothing. */
const MAX_OVERLOADS = 8;

/** Give up on fields that hold fields beyond this. */
const MOST_HELD = 8;

export function createTargets(link: {
  files: readonly FactsOfFile[];
  placed: PlacedElements;
  evaluator: Evaluator;
  rules: FamilyRules;
}): Targets {
  const { files, placed, evaluator, rules } = link;
  const external = (index: number): number => placed.table.firstExternal + index;

  /** The element of a declaration, or of the definition that it stands for. */
  const elementOf = (file: number, declaration: number): number => {
    const defined = rules.definitionOrItself({ file, declaration });
    return placed.declarationElement[defined.file][defined.declaration];
  };

  const meantBy = (from: number, value: Declared, kind: number, args: number): Declared[] => {
    const { facts } = files[value.file];
    const chosen = chooseDeclarations(facts, value.declarations, kind);
    const isReplaced = rules.ofFile(value.file)?.laterReplaces === true;
    const declarations = isReplaced ? lastOf(facts, chosen) : chosen;
    if (isReplaced && kind === REFERENCE.call) return [{ ...value, declarations }];
    if (args === 0 || kind !== REFERENCE.call) {
      // Which body of a template is made follows from its arguments, which are not compared.
      const hasVariants = declarations.length > 1 && rules.ofFile(value.file)?.typesHaveVariants;
      const isOpen = kind === REFERENCE.construct && hasVariants === true;
      return [{ ...value, declarations: declarations.slice(0, 1), inferred: value.inferred || isOpen }];
    }
    return evaluator.overloadsMeant({ ...value, declarations }, from, args);
  };

  /** True for what a condition of the preprocessor may take out, so that its name may mean something that is not seen here. */
  const mayBeOut = (from: number, file: number, declaration: number): boolean => {
    const { flags, kind } = files[file].facts.declarations;
    if (flags[declaration] & FLAG.conditional && !rules.ofFile(file)?.laterReplaces) return true;
    return kind[declaration] !== KIND.type && rules.ofFile(file)?.mayBeLeftOut?.(file, from) === true;
  };

  /** What is meant as targets: the one element, or each that may be, and then the type that holds them for sure. */
  const targetsOf = (from: number, all: Declared[], actual: number, isInferred: boolean): Target[] => {
    const { file, declarations, inferred, isStandIn } = all[0];
    const isSure = !inferred && !isInferred && !mayBeOut(from, file, declarations[0]);
    const resolved = isSure ? CERTAINTY.exact : CERTAINTY.inferred;
    const certainty = isStandIn ? CERTAINTY.ambiguous : resolved;
    const elements = new Set(all.flatMap((group) => group.declarations.map((d) => elementOf(group.file, d))));
    if (elements.size === 1) return [{ element: elementOf(file, declarations[0]), kind: actual, certainty }];
    const candidates: Target[] = [...elements]
      .slice(0, MAX_OVERLOADS)
      .map((element) => ({ element, kind: actual, certainty: CERTAINTY.ambiguous }));
    const { parent, kind: kinds } = files[file].facts.declarations;
    const type = parent[declarations[0]];
    if (type >= 0 && kinds[type] === KIND.type)
      candidates.push({ element: elementOf(file, type), kind: REFERENCE.typeUse, certainty });
    return candidates;
  };

  const targets: Targets = (from, value, kind, args, owner) => {
    const outside = externalOf(value);
    if (outside !== null)
      return outside === undefined
        ? []
        : [{ element: external(outside), kind, certainty: externalCertainty(value) }];
    if (kind === REFERENCE.call && value.tag === 'instance' && !value.inferred) {
      // A call of `super(…)` or `this(…)` means a constructor of that type.
      if (value.type.tag !== 'declared') return [];
      const all = constructorsOf(files[value.type.file].facts, value.type);
      // A constructor hands on to another, never to itself.
      const others = all.declarations.filter((d) => all.file !== from || d !== owner);
      if (others.length === 0) return [];
      return targetsOf(from, meantBy(from, { ...all, declarations: others }, kind, args), kind, false);
    }
    const called = kind === REFERENCE.call && value.tag === 'instance' ? calledInstance(from, value) : null;
    if (called) return targets(from, called, kind, args, owner);
    if (value.tag !== 'declared') return [];
    if (value.isEach) return ofEach(meaningsOf(value).map((one) => targets(from, one, kind, args, owner)));
    const held = kind === REFERENCE.call ? heldBy(value) : null;
    if (held)
      return [...targets(from, value, REFERENCE.read, 0, owner), ...targets(from, held, kind, args, owner)];
    const alias = kind === REFERENCE.construct || kind === REFERENCE.call ? aliasOf(value) : null;
    if (alias) return throughAlias(from, value, alias, kind, args, owner);
    const meant = [value, ...(value.others ?? [])].flatMap((each) => meantBy(from, each, kind, args));
    const [{ file: at, declarations }] = meant;
    const ofType = rules.languageOf(from).castsLookLikeCalls
      ? REFERENCE.typeUse
      : rules.ofFile(at)?.callsMakeInstances
        ? REFERENCE.construct
        : kind;
    const actual = actualKind(files[from].facts, owner, files[at].facts, declarations[0], kind, ofType);
    if (actual < 0) return [];
    const { kind: kinds } = files[at].facts.declarations;
    // What reads like a prototype, and names no type, is something else.
    if (
      actual === REFERENCE.typeUse &&
      kinds[declarations[0]] !== KIND.type &&
      rules.ofFile(at)?.namesMayBeMade
    )
      return [];
    // Where a name that is called makes an instance, values of enumerations are made by nothing.
    const isEnum = files[at].facts.declarations.form[declarations[0]] === FORM.enum;
    if (actual === REFERENCE.construct && isEnum && rules.ofFile(at)?.callsMakeInstances) return [];
    const { form } = files[from].facts.declarations;
    // What a macro's body means is settled where it is put.
    const isFromMacro = owner >= 0 && form[owner] === FORM.macro;
    const found = targetsOf(from, meant, actual, isFromMacro);

    const isOne = actual === REFERENCE.construct && !value.others;
    if (isOne) return made(from, meant[0], args, found);
    return meant.length === 1 && actual === REFERENCE.call
      ? [...found, ...converted(from, meant[0], args)]
      : found;
  };

  return targets;

  /** The routine, or the type, that a field which is called holds, be it through other fields; null for none. */
  function heldBy(field: Declared): Declared | null {
    let at = field;
    for (let steps = 0; steps < MOST_HELD; steps++) {
      const { declarations } = files[at.file].facts;
      const [first] = at.declarations;
      if (declarations.kind[first] !== KIND.field) return steps === 0 ? null : { ...at, inferred: true };
      if (!rules.ofFile(at.file)?.fieldsAreCalled) return null;
      const value = evaluator.evaluate(at.file, declarations.value[first]);
      if (value?.tag !== 'declared') return null;
      at = value;
    }
    return null;
  }

  /** The routine that calling an instance runs, where its type has one. */
  function calledInstance(from: number, object: Value): Value | null {
    const name = rules.languageOf(from).specialRoutines?.called;
    const found = name === undefined ? null : evaluator.memberOf(object, name);
    return found?.tag === 'declared' ? found : null;
  }

  /** Where a type states no constructor, the one that it has from a parent, in languages in which it does. */
  function inheritedConstructor(type: Declared, stated: Declared): Declared {
    const name = rules.languageOf(type.file).specialRoutines?.made;
    if (name === undefined || isRoutine(stated)) return stated;
    const found = evaluator.memberOf({ tag: 'instance', type, inferred: type.inferred }, name);
    return found?.tag === 'declared' ? found : stated;
  }

  /** What a name of a type stands for that only names another; null for all else. */
  function aliasOf(value: Declared): Value | null {
    const { declarations } = files[value.file].facts;
    if (!value.declarations.every((d) => declarations.form[d] === FORM.alias)) return null;
    const expanded = evaluator.expandAlias(value);
    return expanded === value ? null : expanded;
  }

  /** An instance made by an alias's name uses the alias, and makes what that stands for. */
  function throughAlias(
    from: number,
    alias: Declared,
    meant: Value,
    kind: number,
    args: number,
    owner: number,
  ): Target[] {
    const named = targetsOf(
      from,
      [{ ...alias, declarations: alias.declarations.slice(0, 1) }],
      REFERENCE.typeUse,
      false,
    );
    return [...named, ...targets(from, meant, kind, args, owner)];
  }

  /** What making an instance means: the type as found, and the constructor that it runs. */
  function made(from: number, type: Declared, args: number, found: Target[]): Target[] {
    // What runs is no surer than what is made.
    const least = Math.max(CERTAINTY.exact, ...found.map(({ certainty }) => certainty));
    const run = [...constructorRun(from, type, args), ...allocatorRun(type)].map(({ target, routine }) => ({
      target: { ...target, certainty: Math.max(target.certainty, least) },
      routine,
    }));
    const given = rules.ofFile(type.file)?.copiesByItself ? onlyOne(from, args) : 0;
    const copied = given > 0 ? evaluator.evaluate(from, given) : null;
    if (!isOf(copied, type))
      return [...found, ...run.flatMap(({ target, routine }) => [target, ...converted(from, routine, args)])];
    const isHandedOn = files[from].facts.expressions.operation[given] === EXPRESSION.result;
    const copies = run.filter(({ routine }) => takesOnly(routine, type));
    if (isHandedOn || copies.length === 0)
      return found.map((target) => ({
        ...target,
        certainty: Math.max(target.certainty, CERTAINTY.inferred),
      }));
    return [...found, ...copies.map(({ target }) => target)];
  }

  /** The constructors by which what a routine is given is turned into what it takes. */
  function converted(from: number, routine: Declared, args: number): Target[] {
    if (routine.declarations.length !== 1) return [];
    return evaluator.conversionsRun(routine, from, args).map(({ file, declarations: [made] }) => ({
      element: elementOf(file, made),
      kind: RUNS_CONSTRUCTOR,
      certainty: CERTAINTY.inferred,
    }));
  }

  /** What the one thing is that a call is given, or a routine takes; 0 for none or more. */
  function onlyOne(file: number, given: number): number {
    const { a, b } = files[file].facts.expressions;
    const list = b[given];
    return given > 0 && list > 0 && b[list] === 0 ? a[list] : 0;
  }

  function takesOnly({ file, declarations: [routine] }: Declared, type: Declared): boolean {
    const { facts } = files[file];
    const taken = evaluator.evaluate(file, onlyOne(file, facts.declarations.parameters[routine]));
    return taken?.tag === 'declared' && isSameDeclared(taken, type);
  }

  /** The routine that runs before the constructor, where a language has such and the type, or a parent, states it. */
  function allocatorRun(type: Declared): { target: Target; routine: Declared }[] {
    const name = rules.languageOf(type.file).specialRoutines?.allocated;
    if (name === undefined) return [];
    const routine = evaluator.memberOf({ tag: 'instance', type, inferred: type.inferred }, name);
    return routine?.tag === 'declared' && !routine.others && isRoutine(routine) ? [runBy(type, routine)] : [];
  }

  /** A routine as what making an instance of a type runs. */
  function runBy(type: Declared, routine: Declared): { target: Target; routine: Declared } {
    const certainty = type.inferred ? CERTAINTY.inferred : CERTAINTY.exact;
    const element = elementOf(routine.file, routine.declarations[0]);
    return { target: { element, kind: RUNS_CONSTRUCTOR, certainty }, routine };
  }

  function isRoutine({ file, declarations: [first] }: Declared): boolean {
    return files[file].facts.declarations.kind[first] === KIND.routine;
  }

  /** The one constructor that making an instance runs, where there is one and it can be told. */
  function constructorRun(
    from: number,
    type: Declared,
    args: number,
  ): { target: Target; routine: Declared }[] {
    const { facts } = files[type.file];
    if (facts.declarations.kind[type.declarations[0]] !== KIND.type) return [];
    const stated = inheritedConstructor(type, constructorsOf(facts, type));
    if (!isRoutine(stated)) return [];
    const [meant, ...others] =
      args === 0 ? [stated] : evaluator.overloadsMeant({ ...stated, through: type }, from, args);
    if (others.length > 0 || meant.declarations.length !== 1) return [];
    // A value that is made with nothing at all may be made by no constructor.
    const given = args === 0 ? -1 : files[from].facts.expressions.a[args];
    if (given >= 0 && !takes(files[meant.file], meant.declarations[0], given)) return [];
    return [runBy(type, meant)];
  }
}

/** What is meant where each of several is, at some time: no more than inferred, unless all come to the same. */
function ofEach(found: readonly Target[][]): Target[] {
  const keyOf = ({ element, kind }: Target): string => `${element} ${kind}`;
  const isSame = new Set(found.map((targets) => targets.map(keyOf).sort().join())).size === 1;
  const joined = new Map<string, Target>();
  for (const target of found.flat()) {
    const least = isSame ? CERTAINTY.exact : CERTAINTY.inferred;
    const certainty = Math.max(target.certainty, least, joined.get(keyOf(target))?.certainty ?? 0);
    joined.set(keyOf(target), { ...target, certainty });
  }
  return [...joined.values()];
}

/** True for an instance of a type, and of nothing more special. */
function isOf(value: Value | null, type: Declared): boolean {
  return value?.tag === 'instance' && value.type.tag === 'declared' && isSameDeclared(value.type, type);
}

/** The external that a value belongs to; null for one of the codebase, undefined for one that no import names. */
function externalOf(value: Value): number | undefined | null {
  switch (value.tag) {
    case 'external':
    case 'container':
      return value.external;
    case 'containerMethod':
      return value.container.external;
    case 'instance':
      return value.type.tag === 'external' ? value.type.external : null;
    default:
      return null;
  }
}

function externalCertainty(value: Value): number {
  return 'inferred' in value && value.inferred ? CERTAINTY.inferred : CERTAINTY.exact;
}

/**
 * What a reference of a kind to a declaration is after all: reading a type's name is a use of the type, and calling a
 * type is what `callOfType` says; what C# lists behind a colon is a parent or an interface. -1: nothing.
 */
function actualKind(
  from: FileFacts,
  owner: number,
  { declarations }: FileFacts,
  d: number,
  kind: number,
  callOfType: number,
): number {
  if (kind === REFERENCE.call && declarations.kind[d] === KIND.type) return callOfType;
  if (kind === REFERENCE.inherit || kind === REFERENCE.implement) {
    const isInterface = declarations.form[d] === FORM.interface;
    const isOfInterface = owner >= 0 && from.declarations.form[owner] === FORM.interface;
    if (declarations.kind[d] !== KIND.type || declarations.form[d] === FORM.alias) return kind;
    return isInterface && !isOfInterface ? REFERENCE.implement : REFERENCE.inherit;
  }
  // An interface is made by no constructor: the type without a name that is made says that it is of it.
  if (kind === REFERENCE.construct && declarations.form[d] === FORM.interface) return -1;
  if (kind !== REFERENCE.read && kind !== REFERENCE.write) return kind;
  if (declarations.kind[d] !== KIND.type) return kind;
  return declarations.form[d] === FORM.namespace ? -1 : REFERENCE.typeUse;
}

/** The constructors of a type, or the type itself when it states none. */
function constructorsOf(facts: FileFacts, type: Declared): Declared {
  const found = constructorsIn(facts, type.declarations[0]);
  return { ...type, declarations: found.length === 0 ? type.declarations.slice(0, 1) : found };
}

/** Of routines that replace each other the last one, and those after it that a condition may put there. */
function lastOf({ declarations: { flags, kind } }: FileFacts, group: readonly number[]): readonly number[] {
  if (group.length === 1 || group.some((d) => kind[d] !== KIND.routine)) return group;
  const last = group.findLastIndex((d) => !(flags[d] & FLAG.conditional));
  return group.slice(Math.max(0, last));
}

/** Of the declarations of one name, those that a kind of reference means: a call the routines, a type use the type. */
function chooseDeclarations(facts: FileFacts, group: readonly number[], kind: number): readonly number[] {
  if (group.length === 1) return group;
  const wanted =
    kind === REFERENCE.call
      ? [KIND.routine, KIND.field, KIND.type]
      : kind === REFERENCE.read || kind === REFERENCE.write
        ? [KIND.field, KIND.routine, KIND.type]
        : [KIND.type, KIND.routine, KIND.field];
  // Beside a value of its name, an interface or an alias makes nothing.
  const isMade = (d: number): boolean =>
    kind !== REFERENCE.construct ||
    (facts.declarations.form[d] !== FORM.interface && facts.declarations.form[d] !== FORM.alias);
  for (const elementKind of wanted) {
    const found = group.filter((d) => facts.declarations.kind[d] === elementKind && isMade(d));
    if (found.length === 0) continue;
    // Of a property's accessors the one that reads or that writes.
    const form = kind === REFERENCE.write ? FORM.setter : FORM.getter;
    const accessors = found.filter((d) => facts.declarations.form[d] === form);
    return accessors.length > 0 ? accessors : found;
  }
  return group;
}
