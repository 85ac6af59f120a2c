import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import { joinedEnds } from '../../../core/arrangement/ends.ts';
import { joinedBreaks, type BrokenLink, type BrokenRows } from '../../../core/judge/brokenLinks.ts';
import { CERTAINTY } from '../../../core/contracts/linked.ts';
import { throwIfCancelledAtStep } from '../../../core/graph/cancellation.ts';
import { passes } from '../../../core/graph/rollUp.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { labelOf } from '../surveyAccess/elements.ts';
import type { NodeLabel } from '../graphQuery/labels.ts';
import type { DrawnGraph, DrawnLink, DrawnNode } from './drawnGraph.ts';

/** So many externals stand for themselves; the others are one box. */
const MOST_EXTERNALS = 30;

/**
 * The same drawing with the packages, libraries and system files that it uses, in a plot of their own below all else; `rowOf[unit]` is the node of each
 * unit, -1 for none. `apart` true gives every one a box of its own. O(dependencies).
 */
export function withExternals(
  drawn: DrawnGraph,
  survey: SurveyedCodebase,
  {
    picture,
    rowOf,
    broken,
    isLeftOut,
    apart,
  }: {
    picture: ArrangedSurvey;
    rowOf: Int32Array;
    broken: BrokenRows;
    isLeftOut: (key: string) => boolean;
    apart: boolean;
  },
): DrawnGraph {
  const { elements } = survey;
  const uses = usesOfExternals(survey, picture, { rowOf, broken });
  const weight = new Map<number, number>();
  for (const { external, references } of uses.values())
    weight.set(external, (weight.get(external) ?? 0) + references);
  const found = [...weight.keys()]
    .filter((external) => !isLeftOut(elements.key[external]))
    .sort((a, b) => weight.get(b)! - weight.get(a)! || a - b);
  const own = apart || found.length <= MOST_EXTERNALS ? found : found.slice(0, MOST_EXTERNALS - 1);
  const rest = found.slice(own.length);
  const label = (external: number): NodeLabel => {
    const { key, ...of } = labelOf(survey, external);
    return { key, ...of, end: key, isRest: false };
  };
  const below: Omit<DrawnNode, keyof NodeLabel | 'members' | 'opens'> = {
    chain: [],
    parent: drawn.nodes.length,
    isOpen: false,
    holds: null,
    cycle: null,
    users: null,
    used: null,
    place: -1,
    news: null,
  };
  if (own.length === 0) return drawn;
  const plot = {
    key: 'externals',
    name: 'externals',
    kind: 'external',
    end: 'externals',
    isRest: false,
  } as const;
  const nodes: DrawnNode[] = [
    ...drawn.nodes,
    { ...plot, ...below, parent: -1, isOpen: true, opens: true, members: null },
    ...own.map((external) => ({ ...label(external), ...below, members: null, opens: false })),
  ];
  const placeOf = new Map(own.map((external, i) => [external, drawn.nodes.length + 1 + i]));
  if (rest.length > 0) {
    const members = rest.map(label);
    for (const external of rest) placeOf.set(external, nodes.length);
    nodes.push({
      ...{ key: 'other externals', name: `${rest.length} other externals`, kind: 'external', isRest: false },
      ...{ end: joinedEnds(members.map(({ end }) => end)), ...below, members, opens: true },
    });
  }
  const links: DrawnLink[] = [...drawn.links];
  const joined = new Map<string, DrawnLink>();
  for (const { from, external, references, isInferred, broken } of uses.values()) {
    const to = placeOf.get(external);
    if (to === undefined) continue;
    const known = joined.get(`${from} ${to}`);
    if (known) {
      known.references += references;
      known.isInferred &&= isInferred;
      known.broken = joinedBreaks(known.broken, broken);
    } else
      joined.set(`${from} ${to}`, { from, to, references, isInferred, broken, isAgainst: false, was: null });
  }
  return { nodes, links: [...links, ...joined.values()] };
}

interface UseOfExternal {
  from: number;
  external: number;
  references: number;
  isInferred: boolean;
  broken: BrokenLink | null;
}

/** References from nodes to externals, as evidence counts them. */
function usesOfExternals(
  { elements, dependencies }: SurveyedCodebase,
  { units, counts, filter }: ArrangedSurvey,
  { rowOf, broken }: { rowOf: Int32Array; broken: BrokenRows },
): Map<string, UseOfExternal> {
  const uses = new Map<string, UseOfExternal>();
  for (let row = 0; row < dependencies.count; row++) {
    throwIfCancelledAtStep(row);
    const external = dependencies.to[row];
    if (external < elements.firstExternal || counts[external] !== 1) continue;
    const unit = units.unitOf[dependencies.from[row]];
    const from = unit < 0 ? -1 : rowOf[unit];
    if (from < 0 || !passes(dependencies, row, filter)) continue;
    const references = dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    const isInferred = dependencies.certainty[row] !== CERTAINTY.exact;
    const rules = broken.get(row);
    const breaks = rules === undefined ? null : { references, rules };
    const known = uses.get(`${from} ${external}`);
    if (known) {
      known.references += references;
      known.isInferred &&= isInferred;
      known.broken = joinedBreaks(known.broken, breaks);
    } else uses.set(`${from} ${external}`, { from, external, references, isInferred, broken: breaks });
  }
  return uses;
}
