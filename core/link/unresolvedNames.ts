import { EXPRESSION, type FileFacts } from '../facts/fileFacts.ts';
import type { FactsOfFile, UnresolvedName } from '../contracts/linked.ts';

/** All names that files declare, to be asked of what is not resolved. O(declarations). */
export function declaredNames(files: readonly FactsOfFile[]): ReadonlySet<string> {
  const names = new Set<string>();
  for (const { facts } of files) for (const name of facts.declarations.name) names.add(facts.names[name]);
  return names;
}

/** Names with what says them in one file, as steps from the element of the file. */
export type NamesOfFile = ReadonlyMap<string, ReadonlySet<number>>;

/** More places of one name say nothing more. */
const MOST_PLACES = 16;

/** Notes that something says a name; of more than are kept, one more is noted, to tell so. */
export function notePlace(names: Map<string, Set<number>>, name: string, from: number): void {
  const places = names.get(name);
  if (!places) names.set(name, new Set([from]));
  else if (places.size <= MOST_PLACES) places.add(from);
}

/** The unresolved names of all files but tests, with the elements that say them. O(names and places). */
export function joinedNames(
  files: readonly FactsOfFile[],
  namesOfFile: readonly NamesOfFile[],
  fileElement: Int32Array,
): UnresolvedName[] {
  const joined = new Map<string, Set<number>>();
  files.forEach(({ isTest }, file) => {
    if (isTest) return;
    for (const [name, places] of namesOfFile[file])
      for (const step of places) notePlace(joined, name, fileElement[file] + step);
  });
  return [...joined]
    .map(([name, from]) => ({ name, from: from.size > MOST_PLACES ? [] : [...from] }))
    .sort((a, b) => (a.name < b.name ? -1 : 1));
}

/** What a qualified name is qualified by, with dots: `org.slf4j` of `org.slf4j.Logger`; null for what is none. */
export function qualifierIn(facts: FileFacts, expression: number): string | null {
  const { operation, a } = facts.expressions;
  let at = expression;
  while ((operation[at] === EXPRESSION.generic || operation[at] === EXPRESSION.instance) && a[at] < at)
    at = a[at];
  if (operation[at] !== EXPRESSION.member) return null;
  const words: string[] = [];
  for (let outer = a[at]; ; outer = a[outer]) {
    const word = lastName(facts, outer);
    if (word === null) return null;
    words.unshift(word);
    if (operation[outer] !== EXPRESSION.member || a[outer] >= outer) return words.join('.');
  }
}

/** The name that stands last in an expression, by which a reference names what it means; null where none does. */
export function lastName(
  { expressions: { operation, a, b }, names }: FileFacts,
  expression: number,
): string | null {
  for (let at = expression; ;) {
    switch (operation[at]) {
      case EXPRESSION.generic:
      case EXPRESSION.instance:
        // What it is made of was written before it.
        if (a[at] >= at) return null;
        at = a[at];
        break;
      case EXPRESSION.member:
      case EXPRESSION.routineMember:
        return names[b[at]];
      case EXPRESSION.name:
      case EXPRESSION.typeName:
      case EXPRESSION.global:
        return names[a[at]];
      default:
        return null;
    }
  }
}
