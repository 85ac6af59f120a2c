import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import { groupKey, isWithin } from '../../../core/arrangement/arrangement.ts';
import { unitOfNode } from '../../../core/arrangement/nodes.ts';
import type { Graph } from '../../../core/graph/rollUp.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { groupLabel, nodeLabel } from '../graphQuery/labels.ts';
import type { DrawnNode, MoreLinks } from './drawnGraph.ts';
import type { DrawnUnits } from './drawnUnits.ts';

/** So many of what is not drawn are named. */
const STRONGEST = 12;

/** What uses a node and what it uses that is not drawn; null where all is, and for groups. O(links · depth). */
export function moreLinks(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  node: number,
  drawn: DrawnUnits | null,
): Pick<DrawnNode, 'users' | 'used'> {
  const unit = unitOfNode(picture, node);
  if (drawn === null || unit < 0) return { users: null, used: null };
  const beyond = (links: Graph): MoreLinks | null => {
    const found: { unit: number; references: number }[] = [];
    for (let edge = links.start[unit]; edge < links.start[unit + 1]; edge++)
      if (!drawn.units.has(links.to[edge]))
        found.push({ unit: links.to[edge], references: links.weight[edge] });
    if (found.length === 0) return null;
    found.sort((a, b) => b.references - a.references || a.unit - b.unit);
    const strongest = found
      .slice(0, STRONGEST)
      .map((each) => nodeLabel(survey, picture, picture.arrangement.count + each.unit).end);
    return { count: found.length, strongest, groups: groupsOf(picture, found) };
  };
  return { users: beyond(drawn.usedBy), used: beyond(picture.graph) };
}

/** How many units stand in each child of the innermost group that holds them all, those with the most first. */
function groupsOf(picture: ArrangedSurvey, found: readonly { unit: number }[]): MoreLinks['groups'] {
  const { arrangement, units } = picture;
  let around = units.group[found[0].unit];
  for (const { unit } of found)
    while (!isWithin(arrangement, units.group[unit], around)) around = arrangement.parent[around];
  const count = new Map<number, number>();
  for (const { unit } of found) {
    let group = units.group[unit];
    while (group !== around && arrangement.parent[group] !== around) group = arrangement.parent[group];
    count.set(group, (count.get(group) ?? 0) + 1);
  }
  return [...count]
    .sort(([a, x], [b, y]) => y - x || a - b)
    .map(([group, own]) => ({
      key: groupKey(arrangement, group),
      name: groupLabel(arrangement, group).name,
      count: own,
    }));
}
