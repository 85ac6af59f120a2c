import { EXPRESSION, FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import type { ImportTarget } from '../contracts/fileTree.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import { instanceOf, isSameDeclared, keyOfDeclared, type Declared, type Value } from '../contracts/values.ts';
import { withTypesAbove } from './ancestry.ts';
import type { Evaluator } from './evaluator.ts';
import type { FamilyRules } from './families.ts';
import { eitherOf } from './meanings.ts';

/** A parameter of a routine that does not say what it is. */
export interface Parameter {
  file: number;
  /** The routine. */
  declaration: number;
  /** Its place, from 0; what a method is called on is none. */
  index: number;
  name: string;
}

/** What a parameter is given by the calls of its routine, and of those that the routine overrides; null where they do not say. */
export type Handed = (parameter: Parameter) => Value | null;

export const noneHanded: Handed = () => null;

/** More calls of a routine are not looked at, and more types of one parameter say nothing. */
const MOST_CALLS = 64;
const MOST_TYPES = 8;
/** More that one call may mean says nothing. */
const MOST_MEANT = 8;
/** Give up on parents of parents beyond this. */
const MOST_ABOVE = 20;

/** Follows packages that bring in packages no further than this many files. */
const MOST_SEEN = 200;

/** A call: the list of what it hands over, and how many of that stand before the first parameter. */
interface HandingCall {
  file: number;
  values: number;
  before: number;
}

/**
 * What calls hand over, as far as `evaluator` tells, for which parameters are unknown: parameters that rest on parameters would be
 * one circle through a whole codebase. Of what is handed over a file knows what it imports, as where a parameter states its type: an
 * instance of a type that it does not know is one of the nearest parent that it does, or else unknown. A library would depend on
 * all that use it otherwise. All calls are gone through when first asked, in O(calls).
 */
export function createHanded(
  files: readonly FactsOfFile[],
  targets: readonly ImportTarget[][],
  rules: FamilyRules,
  evaluator: Evaluator,
): Handed {
  const seenFrom = files.map((): ReadonlySet<number> | null => null);
  let calls: Map<string, HandingCall[]> | null = null;

  const callsByRoutine = (): Map<string, HandingCall[]> => {
    const found = new Map<string, HandingCall[]>();
    files.forEach(({ facts: { callSites } }, file) => {
      callSites?.callee.forEach((callee, call) => {
        const values = callSites.values[call];
        for (const routine of routinesCalled(file, callee)) {
          const before = isCalledByType(file, callee, routine) ? 1 : 0;
          const key = keyOfDeclared(routine);
          const known = found.get(key);
          if (!known) found.set(key, [{ file, values, before }]);
          else if (known.length < MOST_CALLS) known.push({ file, values, before });
        }
      });
    });
    return found;
  };

  function routinesCalled(file: number, callee: number): Declared[] {
    const value = evaluator.evaluate(file, callee);
    const named = value?.tag === 'instance' ? calledOn(value, file, 'called') : value;
    if (named?.tag !== 'declared' || (named.others?.length ?? 0) >= MOST_MEANT) return [];
    return [named, ...(named.others ?? [])].flatMap((meant): Declared[] => {
      const made = isOf(meant, KIND.type) ? calledOn(instanceOf(meant, true), file, 'made') : meant;
      return made?.tag === 'declared' && isOf(made, KIND.routine) ? [made] : [];
    });
  }

  /** The routine that making or calling an instance runs. */
  function calledOn(object: Value | null, file: number, how: 'made' | 'called'): Value | null {
    const name = rules.languageOf(file).specialRoutines?.[how];
    return name === undefined || !object ? null : evaluator.memberOf(object, name);
  }

  /** True for `Gate.open(gate)`, which hands over what the method is called on. */
  function isCalledByType(file: number, callee: number, routine: Declared): boolean {
    const { operation, a } = files[file].facts.expressions;
    if (operation[callee] !== EXPRESSION.member) return false;
    const { declarations } = files[routine.file].facts;
    const [first] = routine.declarations;
    const holder = declarations.parent[first];
    if (holder < 0 || declarations.kind[holder] !== KIND.type || declarations.flags[first] & FLAG.static)
      return false;
    const object = evaluator.evaluate(file, a[callee]);
    return object?.tag === 'declared' && isOf(object, KIND.type);
  }

  function isOf({ file, declarations: [first] }: Declared, kind: number): boolean {
    return files[file].facts.declarations.kind[first] === kind;
  }

  /** A routine and those that it overrides. Nobody who makes an instance of a parent runs the heir's constructor. */
  function withOverridden(file: number, declaration: number): Declared[] {
    const { declarations, names } = files[file].facts;
    const found: Declared[] = [{ tag: 'declared', file, declarations: [declaration], inferred: false }];
    if (declarations.form[declaration] === FORM.constructor) return found;
    const name = names[declarations.name[declaration]];
    for (const routine of found) {
      const holder = files[routine.file].facts.declarations.parent[routine.declarations[0]];
      if (holder < 0 || found.length > MOST_ABOVE) break;
      for (const parent of evaluator.parentsOf(routine.file, holder)) {
        const object = instanceOf(parent, false);
        const above = object && evaluator.memberOf(object, name);
        const isNew = above?.tag === 'declared' && !found.some((known) => isSameDeclared(known, above));
        if (isNew && isOf(above, KIND.routine)) found.push(above);
      }
    }
    return found;
  }

  /** The value that a call hands over to a parameter: by its name, or by its place. */
  function valueFor({ index, name }: Parameter, { file, values, before }: HandingCall): Value | null {
    const { names, expressions } = files[file].facts;
    const { operation, a, b } = expressions;
    let place = index + before;
    for (let cell = values; cell > 0; cell = b[cell]) {
      const value = a[cell];
      const isNamed = operation[value] === EXPRESSION.entry;
      if (isNamed ? names[b[value]] === name : place-- === 0)
        return evaluator.heldBy(evaluator.evaluate(file, isNamed ? a[value] : value));
    }
    return null;
  }

  /** What a file knows of a value: null for what does not lead to declarations that it may see. */
  function known(file: number, value: Value, steps = 0): Value | null {
    if (steps > MOST_ABOVE) return null;
    const inner = (part: Value | null): Value | null => part && known(file, part, steps + 1);
    switch (value.tag) {
      case 'instance': {
        const type = inner(value.type);
        return type && { ...value, type };
      }
      case 'typeOf': {
        const held = inner(value.value);
        return held && { ...value, value: held };
      }
      case 'container': {
        const args = value.args.map(inner);
        return args.some((arg) => arg !== null) ? { ...value, args } : null;
      }
      case 'both': {
        const parts = value.parts.map(inner).filter((part) => part !== null);
        return parts.length > 0 ? { ...value, parts } : null;
      }
      case 'module':
        return sees(file, value.file) ? value : null;
      case 'declared':
        // A field stands for something unknown here.
        if (isOf(value, KIND.field)) return null;
        return eitherOf(
          [value, ...(value.others ?? [])].map((each) => nearest(file, each)),
          value.isEach,
        );
      default:
        return null;
    }
  }

  /** A type or routine, if a file sees it, or else the nearest parent of the type that the file sees. */
  function nearest(file: number, { others: _, ...value }: Declared): Value | null {
    if (!isOf(value, KIND.type)) return sees(file, value.file) ? value : null;
    for (const type of withTypesAbove(value, files, evaluator.parentsOf, MOST_ABOVE))
      if (sees(file, type.file)) return type;
    return null;
  }

  /** True for a file itself, what it imports, and what packages that it imports bring in. */
  function sees(file: number, other: number): boolean {
    return file === other || (seenFrom[file] ??= filesSeen(file)).has(other);
  }

  function filesSeen(file: number): ReadonlySet<number> {
    const found = new Set<number>();
    const open = [file];
    for (const at of open) {
      for (const target of targets[at]) {
        if (target.kind !== 'file' || found.has(target.file)) continue;
        found.add(target.file);
        if (rules.ofFile(target.file)?.bringsIn?.(target.file) && open.length < MOST_SEEN)
          open.push(target.file);
      }
    }
    return found;
  }

  return (parameter) => {
    calls ??= callsByRoutine();
    const handing = withOverridden(parameter.file, parameter.declaration).flatMap(
      (routine) => calls!.get(keyOfDeclared(routine)) ?? [],
    );
    const values = handing.map((call) => {
      const value = valueFor(parameter, call);
      return value && known(parameter.file, value);
    });
    const found = eitherOf(values, true);
    const named = found?.tag === 'instance' ? found.type : found;
    return named?.tag === 'declared' && (named.others?.length ?? 0) >= MOST_TYPES ? null : found;
  };
}
