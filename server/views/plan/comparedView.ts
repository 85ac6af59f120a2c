import { orderBesides } from '../../../core/layout/bands.ts';
import { likeness, overlaps, type Likeness } from '../../../core/shape/likeness.ts';
import { NOWHERE } from '../../../core/shape/placedFigures.ts';
import { labelOf, type ElementLabel } from '../surveyAccess/elements.ts';
import { arrangementsOf } from '../surveyAccess/scope.ts';
import { counted } from '../surveyAccess/tests.ts';
import { modulePlan } from '../../store/modulePlans.ts';
import type { ViewRequest } from '../viewRequest.ts';
import { arrangementWords } from '../graphQuery/arrangementWords.ts';
import {
  levelsAsked,
  sideBy,
  sideName,
  sideOfPlan,
  type Side,
  type SideGroup,
  type SideName,
} from './sides.ts';

/** How many files two groups have in common, each by its place on its side. */
export interface ComparedCell {
  one: number;
  other: number;
  files: number;
}

export interface ComparedSide {
  /** As the address says it. */
  name: string;
  groups: SideGroup[];
  levels: number;
  mostLevels: number;
}

export interface ComparedPage {
  sides: [ComparedSide, ComparedSide];
  /** What can be compared: arrangements, and plans by their ids. */
  choices: { name: string; words: string }[];
  cells: ComparedCell[];
  /** Files that stand somewhere on both sides: what the likeness is of. */
  both: number;
  /** Files that stand nowhere on the one side, or the other. */
  nowhere: [number, number];
  likeness: Likeness;
  /** The cell that is open, with its files; null for none. */
  open: { one: number; other: number; files: ElementLabel[] } | null;
}

/** Two ways to put files into groups, side by side: who went where, and how alike they are. */
export function comparedView(view: ViewRequest): ComparedPage {
  const { plans, params, survey: whole, withTests, store, codebase } = view;
  const survey = counted(whole, withTests);
  const hasPlan = plans.shown !== null;
  const names: [SideName, SideName] = [
    sideName(params.get('one'), hasPlan ? { by: 'plan', id: null } : { by: 'folders' }),
    sideName(params.get('other'), { by: 'folders' }),
  ];
  const build = (name: SideName, levels: number | null, wanted: number): Side =>
    name.by === 'plan' && name.id !== null && name.id !== plans.shown?.id
      ? sideOfPlan(whole, survey, modulePlan(store, codebase.id, name.id))
      : sideBy(whole, survey, name.by, { levels, wanted });
  const first = build(names[0], levelsAsked(params, 'oneLevels'), USUAL_GROUPS);
  const second = inOrder(first, build(names[1], levelsAsked(params, 'otherLevels'), first.groups.length));
  return {
    ...compared(survey.files.length, first, second),
    sides: [comparedSide(names[0], first), comparedSide(names[1], second)],
    choices: [
      ...arrangementsOf(whole).flatMap((id) =>
        id === 'plan' ? [] : [{ name: id, words: `by ${arrangementWords[id].plural}` }],
      ),
      ...plans.all.map(({ id, name }) => ({ name: `plan:${id}`, words: `in the plan ${name}` })),
    ],
    open: openedCell(params, first, second, (file) => labelOf(whole, survey.files[file].element)),
  };

  function comparedSide(name: SideName, { groups, levels, mostLevels }: Side): ComparedSide {
    const id = name.by === 'plan' ? (name.id ?? plans.shown?.id) : null;
    return { name: name.by === 'plan' ? `plan:${id ?? ''}` : name.by, groups, levels, mostLevels };
  }
}

/** How many groups are looked for where nothing says how many. */
const USUAL_GROUPS = 15;

function cellsOf(first: Side, second: Side): ComparedCell[] {
  const cells: ComparedCell[] = [];
  for (const [one, row] of overlaps(first.groupOf, second.groupOf))
    for (const [other, files] of row)
      if (one !== NOWHERE && other !== NOWHERE) cells.push({ one, other, files });
  return cells.sort((a, b) => a.one - b.one || a.other - b.other);
}

/** The second side with its groups in an order in which little crosses. */
function inOrder(first: Side, second: Side): Side {
  const shared = cellsOf(first, second).map(({ one, other, files }) => ({
    left: one,
    right: other,
    count: files,
  }));
  const order = orderBesides(shared, second.groups.length);
  const placeOf = new Int32Array(order.length);
  order.forEach((group, place) => (placeOf[group] = place));
  return {
    ...second,
    groups: order.map((group) => second.groups[group]),
    groupOf: second.groupOf.map((group) => (group === NOWHERE ? NOWHERE : placeOf[group])),
  };
}

function compared(
  files: number,
  first: Side,
  second: Side,
): Pick<ComparedPage, 'cells' | 'both' | 'nowhere' | 'likeness'> {
  const standing = Array.from({ length: files }, (_, file) => file).filter(
    (file) => first.groupOf[file] !== NOWHERE && second.groupOf[file] !== NOWHERE,
  );
  const without = ({ groupOf }: Side): number => groupOf.filter((group) => group === NOWHERE).length;
  return {
    cells: cellsOf(first, second),
    both: standing.length,
    nowhere: [without(first), without(second)],
    likeness: likeness(
      standing.map((file) => first.groupOf[file]),
      standing.map((file) => second.groupOf[file]),
    ),
  };
}

function openedCell(
  params: URLSearchParams,
  first: Side,
  second: Side,
  label: (file: number) => ElementLabel,
): ComparedPage['open'] {
  const placeOf = ({ groups }: Side, key: string | null): number =>
    groups.findIndex((group) => group.key === key);
  const [one, other] = [placeOf(first, params.get('inOne')), placeOf(second, params.get('inOther'))];
  if (one < 0 || other < 0) return null;
  const files = [...first.groupOf.keys()].filter(
    (file) => first.groupOf[file] === one && second.groupOf[file] === other,
  );
  return { one, other, files: files.map(label) };
}
