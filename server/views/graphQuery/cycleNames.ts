import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import type { Cycle } from '../../../core/arrangement/cycles.ts';
import { isBelow } from '../../../core/arrangement/nodes.ts';
import { endOfNode } from '../../../core/arrangement/ends.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';

/**
 * The name of a cycle in an address: its sort and its first member. Cycles of one sort have no member in common, so that
 * this tells them apart, and finds the same cycle again in another survey.
 */
export function cycleKey(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  tag: string,
  members: readonly number[],
): string {
  return `${tag[0]}:${endOfNode(picture, survey.elements, members[0])}`;
}

/** The cycle of a sort that the named member is in. */
export function cycleNamed(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  name: string,
): Cycle | undefined {
  const [sort, end] = [name[0], name.slice(2)];
  return picture.cycles.find(
    ({ tag, members }) =>
      tag[0] === sort && members.some((node) => endOfNode(picture, survey.elements, node) === end),
  );
}

/** The cycles that have a member in a group: those that are listed, and counted wherever their number is told. */
export function cyclesInScope(picture: ArrangedSurvey, scope: number): Cycle[] {
  return picture.cycles.filter(({ members }) => members.some((node) => isBelow(picture, node, scope)));
}
