import { CERTAINTY, dependencyKinds, isImportKind } from '../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';

/** Of the edges that an oracle gives, those between two types of the codebase of which neither encloses the other. */
export function edgesBetween(names: readonly string[], edges: Iterable<string>): Set<string> {
  const known = new Set(names);
  const isKnown = (edge: string): boolean => edge.split(' → ').every((type) => known.has(type));
  return new Set([...edges].filter((edge) => isApart(edge) && isKnown(edge)));
}

/** False when one of the two types encloses the other. */
function isApart(edge: string): boolean {
  const [from, to] = edge.split(' → ');
  return from !== to && !from.startsWith(`${to}.`) && !to.startsWith(`${from}.`);
}

/**
 * The survey's dependencies between types; `names` are those of the types around its elements. A member is linked to where it is declared, while a class file names the
 * type through which it is reached, so that a member of a parent counts only when no child of that parent is named.
 */
export function typeEdges(
  survey: SurveyedCodebase,
  names: string[],
  theirs: ReadonlySet<string>,
  constants: ReadonlySet<string>,
): Set<string> {
  const { dependencies, elements } = survey;
  const parents = parentTypes(survey, names);
  const reached = new Map<string, Set<string>>();
  for (const edge of theirs) {
    const [from, to] = edge.split(' → ');
    if (!reached.has(from)) reached.set(from, new Set([from]));
    for (const type of withAncestors(to, parents)) reached.get(from)!.add(type);
  }
  const linesOf = (row: number): number[] => [
    ...dependencies.line.subarray(dependencies.placeStart[row], dependencies.placeStart[row + 1]),
  ];
  const isConstant = (row: number): boolean =>
    dependencyKinds[dependencies.kind[row]] === 'read' &&
    constants.has(`${names[dependencies.to[row]]}.${elements.name[dependencies.to[row]]}`);
  const erased = new Set<string>();
  for (let row = 0; row < dependencies.count; row++) {
    if (!isConstant(row)) continue;
    const target = names[dependencies.to[row]];
    for (const line of linesOf(row)) erased.add(`${dependencies.from[row]}:${line}:${target}`);
  }
  const edges = new Set<string>();
  for (let row = 0; row < dependencies.count; row++) {
    const kind = dependencyKinds[dependencies.kind[row]];
    if (isImportKind[dependencies.kind[row]] || dependencies.certainty[row] === CERTAINTY.ambiguous) continue;
    const to = dependencies.to[row];
    if (to >= elements.firstExternal) continue;
    const [from, target] = [names[dependencies.from[row]], names[to]];
    const edge = `${from} → ${target}`;
    if (from === '' || target === '' || !isApart(edge)) continue;
    if (isConstant(row)) continue;
    // The type that only qualifies a constant's name goes with it.
    const qualifies = (line: number): boolean => erased.has(`${dependencies.from[row]}:${line}:${target}`);
    if (kind === 'typeUse' && linesOf(row).every(qualifies)) continue;
    const isMember = kind === 'call' || kind === 'read' || kind === 'write';
    const isInherited =
      reached.get(from)?.has(target) ||
      enclosing(from).some((type) => withAncestors(type, parents).has(target));
    if (isMember && !theirs.has(edge) && isInherited) continue;
    edges.add(edge);
  }
  return edges;
}

/** A type and those that it stands in. */
function enclosing(type: string): string[] {
  const words = type.split('.');
  return words.map((_, i) => words.slice(0, i + 1).join('.')).reverse();
}

export function parentTypes({ dependencies }: SurveyedCodebase, names: string[]): Map<string, Set<string>> {
  const parents = new Map<string, Set<string>>();
  for (let row = 0; row < dependencies.count; row++) {
    const kind = dependencyKinds[dependencies.kind[row]];
    if (kind !== 'inherit' && kind !== 'implement') continue;
    const [child, parent] = [names[dependencies.from[row]], names[dependencies.to[row]]];
    if (!parent) continue;
    if (!parents.has(child)) parents.set(child, new Set());
    parents.get(child)!.add(parent);
  }
  return parents;
}

export function withAncestors(type: string, parents: ReadonlyMap<string, Set<string>>): Set<string> {
  const found = new Set([type]);
  for (const at of found) for (const parent of parents.get(at) ?? []) found.add(parent);
  return found;
}
