import { EXPRESSION, FLAG, FORM, KIND, REFERENCE } from '../facts/fileFacts.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { Place } from '../contracts/nameRules.ts';
import { keyOfDeclared, uncertain, type Declared, type Value } from '../contracts/values.ts';
import { containerMember, contentOf } from './containers.ts';
import { createAncestry, type Ancestry } from './ancestry.ts';
import type { Evaluator } from './evaluator.ts';
import type { FamilyRules } from './families.ts';
import { substitute, type BoundOf } from './typeArguments.ts';
import { forEachMeaning, joinMeanings } from './meanings.ts';
import { createHeirs } from './mixins.ts';
import type { Entry, Unfolding } from './unfolding.ts';

/**
 * Which members are meant: those of an instance, those of the type itself, both, or nested types alone; and of these
 * the routines alone, or all but them.
 */
export const INSTANCE_MEMBER = 0;
export const STATIC_MEMBER = 1;
export const ANY_MEMBER = 2;
export const TYPE_MEMBER = 3;
export const ROUTINES = 4;
export const NO_ROUTINES = 8;
const REACH = 3;

/** What the members of types and other values are. */
export interface Members extends Pick<Ancestry, 'typeOfType'> {
  /** A member of a value; `kinds` is {@link ROUTINES}, {@link NO_ROUTINES} or 0 for all. */
  memberOf(object: Value, name: string, kinds?: number): Value | null;
  /** A member of a type, its own or a parent's. */
  memberOfType(type: Declared, name: string, inferred: boolean, wanted: number): Value | null;
  /** The members of the same name that a type's parents have, where these are not hidden. */
  membersAbove(member: Declared): Declared | null;
  /** What the parents of a type have of a name, in their order. */
  memberAbove(type: Declared, name: string): Value | null;
  parentsOf(file: number, declaration: number): Value[];
  /** The class that a type inherits from, whichever of its parts says so. */
  parentClass(type: Declared): Value | null;
  /** All places at which a type is declared: its own, and where a partial one goes on. */
  partsOf(type: Declared): Place[];
  /** `type A = B` is B when B can be followed; an object type stays itself. */
  expandAlias(value: Value): Value;
}

/** Give up on chains of aliases and parents longer than this. */
const MOST_STEPS = 80;

/** What was found of a name in types above another, by their keys: where parents share parents, each is asked once. */
type Searched = Map<string, Value | null>;

interface FileState {
  /** Children by name, for each declaration that has any. */
  members: Map<string, number[]>[] | null;
  parents: Map<number, number[]> | null;
}

/** Each list of members and parents is worked out once. */
export function createMembers({
  files,
  rules,
  evaluate,
  exportOf,
  heldAt,
  boundOf,
  unfolding,
}: {
  files: readonly FactsOfFile[];
  rules: FamilyRules;
  unfolding: Unfolding;
  /** What a declaration of a member holds, as it is reached. */
  heldAt(member: Declared, declaration: number): Value | null;
  boundOf: BoundOf;
} & Pick<Evaluator, 'evaluate' | 'exportOf'>): Members {
  const { ofFile: rulesOf, ofFamily: rulesOfFamily } = rules;
  const { typeOfType, goesOnFrom } = createAncestry({ files, rules, evaluate, heldAt, parentsOf });
  const heirsOf = createHeirs(files, rules, parentsOf);
  const ofSeveral = new Map<string, Entry<Value | null>>();
  const states: FileState[] = files.map(() => ({ members: null, parents: null }));

  function membersOf(file: number, declaration: number): Map<string, number[]> {
    const state = states[file];
    if (!state.members) {
      const { declarations, names } = files[file].facts;
      state.members = [];
      // A constructor that bears its type's name is reached by making an instance; the name means the type.
      const rules = rulesOf(file);
      for (let d = 0; d < declarations.count; d++) {
        const parent = declarations.parent[d];
        if (parent < 0) continue;
        const bearsItsName = declarations.name[d] === declarations.name[parent];
        if (declarations.form[d] === FORM.constructor && rules && (bearsItsName || !rules.callsMakeInstances))
          continue;
        addMember(state.members, parent, names[declarations.name[d]], d);
        const outer = declarations.parent[parent];
        const isPromoted = declarations.form[d] === FORM.member && declarations.form[parent] === FORM.enum;
        // What an enumeration of C lists is known in the type around it as well.
        if (isPromoted && outer >= 0 && rules?.promotesEnumerators)
          addMember(state.members, outer, names[declarations.name[d]], d);
      }
    }
    return state.members[declaration] ?? noMembers;
  }

  function parentsOf(file: number, declaration: number): Value[] {
    const state = states[file];
    const { references } = files[file].facts;
    if (!state.parents) {
      state.parents = new Map();
      for (let r = 0; r < references.kind.length; r++) {
        if (references.kind[r] !== REFERENCE.inherit && references.kind[r] !== REFERENCE.implement) continue;
        const list = state.parents.get(references.from[r]);
        if (list) list.push(references.expression[r]);
        else state.parents.set(references.from[r], [references.expression[r]]);
      }
    }
    const expressions = state.parents.get(declaration) ?? [];
    return expressions.map((e) => evaluate(file, e)).filter((value) => value !== null);
  }

  function parentClass(type: Declared): Value | null {
    const parents = partsOf(type).flatMap(({ file, declaration }) => parentsOf(file, declaration));
    const isClass = (parent: Value): boolean =>
      parent.tag !== 'declared' ||
      files[parent.file].facts.declarations.form[parent.declarations[0]] !== FORM.interface;
    return parents.find(isClass) ?? null;
  }

  function expandAlias(value: Value, steps = 0): Value {
    if (value.tag !== 'declared' || steps > MOST_STEPS) return value;
    const { declarations } = files[value.file].facts;
    for (const d of value.declarations) {
      if (declarations.form[d] !== FORM.alias || membersOf(value.file, d).size > 0) continue;
      const stated = evaluate(value.file, declarations.value[d]);
      const { args } = value;
      const expanded = args
        ? substitute(stated, (own) =>
            own.file === value.file && own.declaration === d ? (args[own.index] ?? undefined) : undefined,
          )
        : stated;
      if (expanded) return expandAlias(expanded, steps + 1);
    }
    return value;
  }

  function partsOf({ file, declarations }: Declared): Place[] {
    const other = rulesOf(file)?.otherParts;
    const { flags } = files[file].facts.declarations;
    const stated = declarations.filter((declaration) => !(flags[declaration] & FLAG.valueAlone));
    return (stated.length > 0 ? stated : declarations).flatMap((declaration) => [
      { file, declaration },
      ...(other?.(file, declaration) ?? []),
    ]);
  }

  function memberOf(object: Value, name: string, kinds = 0): Value | null {
    // Two constants may each hold the other.
    return unfolding.deeper(() => forEachMeaning(object, (meaning) => findMember(meaning, name, kinds)));
  }

  function findMember(object: Value, name: string, kinds: number): Value | null {
    switch (object.tag) {
      case 'module':
        return exportOf(object.file, name) ?? rulesOf(object.file)?.submodule?.(object.file, name) ?? null;
      case 'external':
        return { ...object, name };
      case 'package':
        return rulesOfFamily(object.family)?.packageMember(object.name, name, object.from) ?? null;
      case 'declared':
        return declaredMember(object, name, kinds);
      case 'instance': {
        const bound = object.type.tag === 'parameter' ? boundOf(object.type) : object.type;
        const type = bound && expandAlias(bound);
        // Which of `.` and `->` a pointer needs is the compiler's to say.
        if (type?.tag === 'pointer') return memberOf({ ...object, type: type.to }, name, kinds);
        // What an alias stands for may be several.
        if (type?.tag === 'declared' && type.others) return memberOf({ ...object, type }, name, kinds);
        if (type?.tag === 'declared')
          return (
            inheritedMember(type, name, object.inferred, 0, INSTANCE_MEMBER | kinds) ??
            memberOfHeirs(type, name) ??
            heldUnderNames(type)
          );
        if (type?.tag === 'both') return memberOfBoth(type.parts, object.inferred, name, kinds);
        if (type?.tag === 'without')
          return type.names.includes(name) ? null : memberOf({ ...object, type: type.type }, name, kinds);
        if (type?.tag === 'object') return memberOfObject(type, name);
        if (type?.tag === 'external') return { ...type, name };
        if (type?.tag === 'global' || type?.tag === 'literal') return { tag: 'outside' };
        if (type?.tag === 'function' || type?.tag === 'lambda') return { tag: 'outside' };
        return containerMember(object, name);
      }
      case 'object':
        return memberOfObject(object, name);
      case 'literal':
      case 'outside':
      case 'function':
      case 'lambda':
      case 'predicate':
        return { tag: 'outside' };
      case 'global':
        // A type within another that is not declared here is not declared here either.
        return /^[A-Z]/.test(object.name) && /^[A-Z]/.test(name) ? { tag: 'global', name } : null;
      default:
        return null;
    }
  }

  /** What an interface holds under any name that it does not state. */
  function heldUnderNames({ file, declarations: [first] }: Declared): Value | null {
    const { form, value } = files[file].facts.declarations;
    if (form[first] !== FORM.interface && form[first] !== FORM.alias) return null;
    const held = evaluate(file, value[first]);
    return held?.tag === 'container' && held.name === 'Record'
      ? contentOf({ tag: 'instance', type: held, inferred: true })
      : null;
  }

  /** A member of a type that is all of several: each part's that has it, those of the codebase before others. */
  function memberOfBoth(
    parts: readonly Value[],
    inferred: boolean,
    name: string,
    kinds: number,
  ): Value | null {
    return joinMeanings(parts.map((type) => memberOf({ tag: 'instance', type, inferred }, name, kinds)));
  }

  /** What a type that is to be mixed in uses of the types that it is mixed with, or leaves to its heirs. */
  function memberOfHeirs(type: Declared, name: string): Value | null {
    if (!rulesOf(type.file)?.parentsMix || /^__\w+__$/.test(name)) return null;
    const found = heirsOf(type).map(({ file, declaration }) => {
      const heir: Declared = { tag: 'declared', file, declarations: [declaration], inferred: true };
      const member = inheritedMember(heir, name, true, 0, INSTANCE_MEMBER);
      return member?.tag === 'declared' ? member : null;
    });
    return joinMeanings(found);
  }

  /** A member that an object states where it is made; what is stated last counts. */
  function memberOfObject({ file, entries }: Value & { tag: 'object' }, name: string): Value | null {
    const { facts } = files[file];
    const { operation, a, b } = facts.expressions;
    let found: Value | null = null;
    for (let cell = entries; cell > 0; cell = b[cell]) {
      const entry = a[cell];
      if (operation[entry] === EXPRESSION.spread) {
        const spread = evaluate(file, a[entry]);
        found = (spread && memberOf(spread, name)) ?? found;
      } else if (facts.names[b[entry]] === name) found = evaluate(file, a[entry]);
    }
    return uncertain(found);
  }

  /** A static member, an enum's or a namespace's member, a function's property, or a member of what a constant holds. */
  function declaredMember(object: Declared, name: string, kinds: number): Value | null {
    const { file } = object;
    const { declarations } = files[file].facts;
    const rules = rulesOf(file);
    const wanted = kinds | (rules?.typeNamesInstanceMembers ? ANY_MEMBER : STATIC_MEMBER);
    if (rules && declarations.kind[object.declarations[0]] === KIND.type) {
      if (declarations.form[object.declarations[0]] !== FORM.namespace) {
        const found = inheritedMember(object, name, object.inferred, 0, wanted);
        if (found?.tag === 'declared' || !rules.callsMakeInstances) return found;
        const made = typeOfType(object);
        const above =
          made && memberOf({ tag: 'instance', type: made, inferred: object.inferred }, name, kinds);
        return above?.tag === 'declared' ? above : found;
      }
    }
    for (const d of object.declarations) {
      // What a constant is declared to be counts for more than the object that it is given.
      const held = declarations.kind[d] === KIND.field ? heldAt(object, d) : null;
      const declared = held?.tag === 'instance' ? memberOfHeld(object, d, held, name, kinds) : null;
      if (declared) return declared;
      const reach = isFree(declarations.form[d]) ? ANY_MEMBER : STATIC_MEMBER;
      const found = ownMembers(file, d, name, reach | kinds);
      if (found.length > 0) return { tag: 'declared', file, declarations: found, inferred: object.inferred };
    }
    for (const d of object.declarations) {
      if (declarations.kind[d] === KIND.field || declarations.form[d] === FORM.getter) {
        const held = heldAt(object, d);
        return held && memberOfHeld(object, d, held, name, kinds);
      }
      if (declarations.form[d] !== FORM.class) continue;
      for (const parent of parentsOf(file, d)) {
        const found = parent.tag === 'declared' ? declaredMember(parent, name, kinds) : null;
        if (found) return found;
      }
    }
    return null;
  }

  /**
   * A member of what a field holds. Where that may be several things, which may be fields that hold several themselves, it is worked
   * out once: it would double with every step otherwise.
   */
  function memberOfHeld(field: Declared, d: number, held: Value, name: string, kinds: number): Value | null {
    const named = held.tag === 'instance' ? held.type : held;
    const { file, through } = field;
    // What stands for type parameters would have to be part of the key.
    if (named.tag !== 'declared' || !named.others || field.args || through?.args)
      return memberOf(held, name, kinds);
    const reached = through ? keyOfDeclared(through) : '';
    return unfolding.once(ofSeveral, `${file}:${d} ${reached} ${kinds} ${name}`, () =>
      memberOf(held, name, kinds),
    );
  }

  /** Members of a name that one declaration holds itself. */
  function ownMembers(file: number, declaration: number, name: string, wanted: number): number[] {
    const found = membersOf(file, declaration).get(name);
    if (!found) return [];
    const reach = wanted & REACH;
    if (wanted === ANY_MEMBER) return found;
    const { flags, kind } = files[file].facts.declarations;
    return found.filter((m) => {
      if (reach === TYPE_MEMBER && kind[m] !== KIND.type) return false;
      if (wanted & (kind[m] === KIND.routine ? NO_ROUTINES : ROUTINES)) return false;
      if (reach === STATIC_MEMBER) return flags[m] & FLAG.static || kind[m] === KIND.type;
      return reach !== INSTANCE_MEMBER || rulesOf(file) !== null || !(flags[m] & FLAG.static);
    });
  }

  function inheritedMember(
    type: Declared,
    name: string,
    inferred: boolean,
    steps: number,
    wanted: number,
    searched?: Searched,
  ): Value | null {
    if (steps > MOST_STEPS) return null;
    const parts = partsOf(type);
    for (const { file, declaration } of parts) {
      const own = ownMembers(file, declaration, name, wanted);
      const found = steps > 0 ? own.filter((m) => isInherited(file, m)) : own;
      if (found.length === 0) continue;
      const member: Declared = { tag: 'declared', file, declarations: found, inferred };
      return type.args ? { ...member, through: type } : member;
    }
    if (!(wanted & ROUTINES))
      for (const part of parts) {
        const within = rulesOf(part.file)?.typeWithin?.(part, name);
        if (within)
          return { tag: 'declared', file: within.file, declarations: [within.declaration], inferred };
      }
    return parentMember(type, parts, name, inferred, steps, wanted, searched);
  }

  /** The same of a parent, which others may share. */
  function memberOfParent(
    parent: Declared,
    name: string,
    inferred: boolean,
    steps: number,
    wanted: number,
    searched: Searched,
  ): Value | null {
    const key = keyOfDeclared(parent);
    const known = searched.get(key);
    if (known !== undefined) return known;
    // Met again above itself, it has nothing more.
    searched.set(key, null);
    // What the parents are may be asked on the way, which goes on from here: steps up and steps into expressions count together.
    const found = unfolding.deeper(() => inheritedMember(parent, name, inferred, steps, wanted, searched));
    searched.set(key, found);
    return found;
  }

  function isInherited(file: number, member: number): boolean {
    const isPrivate = (files[file].facts.declarations.flags[member] & FLAG.private) !== 0;
    return !isPrivate || !rulesOf(file)?.inheritsByAccess;
  }

  /**
   * A member that the parents of a type have, whose parts are given. A class comes before interfaces; of what several interfaces
   * have, the one that goes on from the others.
   */
  function parentMember(
    type: Declared,
    parts: readonly Place[],
    name: string,
    inferred: boolean,
    steps: number,
    wanted: number,
    searched: Searched = new Map(),
  ): Value | null {
    let outside: Value | null = null;
    let ofInterface: Declared | null = null;
    for (const { file, declaration } of parts) {
      for (const parent of parentsOf(file, declaration)) {
        if (parent.tag === 'external') {
          if (!rulesOf(file)) return { ...parent, name };
          outside ??= { ...parent, name };
          continue;
        }
        const expanded = expandAlias(parent);
        if (expanded.tag !== 'declared') {
          // Types that have no name of their own: both of two, or without some of its members.
          const isComposed = expanded.tag === 'both' || expanded.tag === 'without';
          const found = isComposed ? memberOf({ tag: 'instance', type: expanded, inferred }, name) : null;
          if (found?.tag === 'declared') ofInterface ??= found;
          else outside ??= found;
          continue;
        }
        const found = forEachMeaning(expanded, (meaning) =>
          memberOfParent(meaning as Declared, name, inferred, steps + 1, wanted, searched),
        );
        if (found?.tag !== 'declared') {
          outside ??= found;
          continue;
        }
        // What stands for the parent's parameters, and what its routines give back as themselves, is told from the type at
        // which the way began.
        const member: Declared = { ...found, through: type };
        const { form } = files[expanded.file].facts.declarations;
        if (form[expanded.declarations[0]] !== FORM.interface) return member;
        if (!ofInterface || goesOnFrom(holderOf(member), holderOf(ofInterface))) ofInterface = member;
      }
    }
    return ofInterface ?? outside;
  }

  function holderOf({ file, declarations: [first] }: Declared): Place {
    return { file, declaration: files[file].facts.declarations.parent[first] };
  }

  function membersAbove(member: Declared): Declared | null {
    if (!rulesOf(member.file)?.inheritsByAccess) return null;
    const { declarations, names } = files[member.file].facts;
    const [first] = member.declarations;
    const holder = declarations.parent[first];
    const isMethod =
      holder >= 0 &&
      declarations.kind[first] === KIND.routine &&
      declarations.form[first] !== FORM.constructor &&
      declarations.kind[holder] === KIND.type &&
      declarations.form[holder] !== FORM.namespace;
    if (!isMethod) return null;
    const type: Declared = { tag: 'declared', file: member.file, declarations: [holder], inferred: false };
    const name = names[declarations.name[first]];
    const found = parentMember(type, partsOf(type), name, member.inferred, 0, ANY_MEMBER | ROUTINES);
    if (found?.tag !== 'declared') return null;
    // Both are reached through the same object.
    return member.through ? { ...found, through: member.through } : found;
  }

  return {
    memberOf,
    memberAbove: (type, name) => parentMember(type, partsOf(type), name, false, 0, INSTANCE_MEMBER),
    memberOfType: (type, name, inferred, wanted) => inheritedMember(type, name, inferred, 0, wanted),
    membersAbove,
    parentsOf,
    parentClass,
    typeOfType,
    partsOf,
    expandAlias,
  };
}

function addMember(
  members: Map<string, number[]>[],
  holder: number,
  name: string,
  declaration: number,
): void {
  const own = (members[holder] ??= new Map<string, number[]>());
  const same = own.get(name);
  if (same) same.push(declaration);
  else own.set(name, [declaration]);
}

/** Enumerations, namespaces, aliases and routines are not made instances of: all they hold is reached through the name. */
function isFree(form: number): boolean {
  return form !== FORM.class && form !== FORM.interface;
}

const noMembers = new Map<string, number[]>();
