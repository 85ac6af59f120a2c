import { FORM, KIND, REFERENCE, type FileFacts } from '../facts/fileFacts.ts';
import type { PlacedElements } from './elements.ts';
import type { Evaluator } from './evaluator.ts';
import type { FamilyRules } from './families.ts';
import { CERTAINTY, type FactsOfFile } from './linked.ts';
import type { Value } from './values.ts';

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

  const meantBy = (
    from: number,
    value: Value & { tag: 'declared' },
    kind: number,
    args: number,
  ): readonly number[] => {
    const chosen = chooseDeclarations(files[value.file].facts, value.declarations, kind);
    if (chosen.length === 1 || args === 0) return chosen.slice(0, 1);
    return evaluator.bestOverloads({ ...value, declarations: chosen }, from, args);
  };

  return (from, value, kind, args, owner) => {
    if (value.tag === 'external')
      return [{ element: external(value.external), kind, certainty: CERTAINTY.exact }];
    const certainty = 'inferred' in value && value.inferred ? CERTAINTY.inferred : CERTAINTY.exact;
    if (value.tag === 'container' || value.tag === 'containerMethod') {
      const at = (value.tag === 'container' ? value : value.container).external;
      return at === undefined ? [] : [{ element: external(at), kind, certainty }];
    }
    if (value.tag === 'instance' && value.type.tag === 'external')
      return [{ element: external(value.type.external), kind, certainty }];
    // A call of `super(…)` or `this(…)` means the constructor of that type.
    const isConstructorCall = kind === REFERENCE.call && value.tag === 'instance' && !value.inferred;
    const declared = isConstructorCall ? value.type : value;
    if (declared.tag !== 'declared') return [];
    const { facts } = files[declared.file];
    if (isConstructorCall) {
      const element = elementOf(declared.file, constructorOf(facts, declared.declarations[0]));
      return [{ element, kind, certainty }];
    }
    const meant = meantBy(from, declared, kind, args);
    const makes = rules.ofFile(declared.file)?.callsMakeInstances === true;
    const actual = actualKind(files[from].facts, owner, facts, meant[0], kind, makes);
    if (actual < 0) return [];
    if (meant.length === 1) return [{ element: elementOf(declared.file, meant[0]), kind: actual, certainty }];
    const targets: Target[] = meant
      .slice(0, MAX_OVERLOADS)
      .map((d) => ({ element: elementOf(declared.file, d), kind, certainty: CERTAINTY.ambiguous }));
    // Whichever of its routines is meant, the type that holds them is used.
    const type = facts.declarations.parent[meant[0]];
    if (type >= 0 && facts.declarations.kind[type] === KIND.type)
      targets.push({ element: elementOf(declared.file, type), kind: REFERENCE.typeUse, certainty });
    return targets;
  };
}

/**
 * What a reference of a kind to a declaration is after all: reading a type's name is a use of the type, and calling a
 * type may make an instance; what C# lists behind a colon is a parent or an interface. -1: nothing.
 */
function actualKind(
  from: FileFacts,
  owner: number,
  { declarations }: FileFacts,
  d: number,
  kind: number,
  callsMakeInstances: boolean,
): number {
  if (callsMakeInstances && kind === REFERENCE.call && declarations.kind[d] === KIND.type)
    return REFERENCE.construct;
  if (kind === REFERENCE.inherit || kind === REFERENCE.implement) {
    const isInterface = declarations.form[d] === FORM.interface;
    const isOfInterface = owner >= 0 && from.declarations.form[owner] === FORM.interface;
    if (declarations.kind[d] !== KIND.type || declarations.form[d] === FORM.alias) return kind;
    return isInterface && !isOfInterface ? REFERENCE.implement : REFERENCE.inherit;
  }
  if (kind !== REFERENCE.read && kind !== REFERENCE.write) return kind;
  if (declarations.kind[d] !== KIND.type) return kind;
  return declarations.form[d] === FORM.namespace ? -1 : REFERENCE.typeUse;
}

function constructorOf({ declarations }: FileFacts, type: number): number {
  for (let d = type + 1; d < declarations.count; d++) {
    if (declarations.parent[d] === type && declarations.form[d] === FORM.constructor) return d;
  }
  return type;
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
  for (const elementKind of wanted) {
    const found = group.filter((d) => facts.declarations.kind[d] === elementKind);
    if (found.length === 0) continue;
    // Of a property's accessors the one that reads or that writes.
    const form = kind === REFERENCE.write ? FORM.setter : FORM.getter;
    const accessors = found.filter((d) => facts.declarations.form[d] === form);
    return accessors.length > 0 ? accessors : found;
  }
  return group;
}
