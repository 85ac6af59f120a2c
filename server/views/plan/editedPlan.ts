import { groupWithKey, parseGroupKey } from '../../../core/arrangement/arrangement.ts';
import { byPlan, moduleIdOf } from '../../../core/plan/byPlan.ts';
import { compacted } from '../../../core/plan/compacted.ts';
import { edited, freeId, type PlanEdit } from '../../../core/plan/edits.ts';
import type { ModulePlan } from '../../../core/plan/modulePlan.ts';
import { orderOfModules, planFigures, type PlanFigures } from '../../../core/plan/planFigures.ts';
import type { DependencyFilter } from '../../../core/graph/rollUp.ts';
import { proposeFromLinks } from '../../../core/shape/fromLinks.ts';
import { shapeInput } from '../../../core/shape/shapeInput.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import type { SentEdit } from '../../plans/planForm.ts';
import { readPlan } from '../../plans/readPlan.ts';
import { Problem } from '../../problem.ts';
import { elementOf } from '../surveyAccess/elements.ts';
import { arrangementOf, arrangementsOf } from '../surveyAccess/scope.ts';
import { arranged, countedElements } from '../graphQuery/arranged.ts';

/** The keys that a shortlist holds. Throws a Problem (`notFound`) for one that is gone. */
export type KeysOfList = (list: number) => readonly string[];

/** What an edit makes of the plan by which a survey is arranged, in few placings. */
export function planAfter(
  whole: SurveyedCodebase,
  plan: ModulePlan,
  sent: SentEdit,
  keysOf: KeysOfList,
): ModulePlan {
  return asFew(whole, edited(plan, editOf(whole, plan, sent, keysOf)));
}

/** The same plan in few placings. */
export function asFew(whole: SurveyedCodebase, plan: ModulePlan): ModulePlan {
  return compacted(whole, plan, () => arrangementOf(whole, 'packages'));
}

/** What the page sends, with what is worked out here: ids, what elements mean in a plan, and where a module comes apart. */
function editOf(whole: SurveyedCodebase, plan: ModulePlan, sent: SentEdit, keysOf: KeysOfList): PlanEdit {
  if (sent.edit === 'add') return { ...sent, id: freeId(plan.modules, sent.name) };
  if (sent.edit === 'takeIn') {
    const { into, from, by } = sent;
    const targets = targetsOf(whole, 'list' in from ? keysOf(from.list) : from.keys);
    return 'module' in into
      ? { edit: 'place', targets, module: into.module, by }
      : { edit: 'add', id: freeId(plan.modules, into.name), name: into.name, targets, by };
  }
  if (sent.edit === 'split') return { ...sent, parts: partsOf(whole, plan, sent) };
  return sent;
}

/**
 * What is placed where elements are taken in: files by their paths, all that stand in a folder or a group, and parts of files by
 * their own keys where the file is not taken in as well. Throws a Problem (`badRequest`) where none of it is in the survey.
 */
function targetsOf(whole: SurveyedCodebase, keys: readonly string[]): string[] {
  const { elements, files } = whole;
  const isTaken = new Uint8Array(elements.count);
  const parts: string[] = [];
  for (const key of keys) {
    const id = parseGroupKey(key)?.id;
    const arrangement =
      id !== undefined && arrangementsOf(whole).includes(id) ? arrangementOf(whole, id) : null;
    const group = arrangement === null ? undefined : groupWithKey(arrangement, key);
    if (arrangement !== null && group !== undefined)
      for (let e = 0; e < elements.firstExternal; e++) {
        const own = arrangement.groupOf[e];
        if (own >= group && own < arrangement.subtreeEnd[group]) isTaken[e] = 1;
      }
    else if (key.includes('#')) parts.push(key);
    else {
      const element = elementOf(whole, key);
      if (element !== undefined) isTaken.fill(1, element, elements.subtreeEnd[element]);
    }
  }
  const paths = files.flatMap(({ element, path }) => (isTaken[element] === 1 ? [path] : []));
  const own = parts.filter((key) => isTaken[elementOf(whole, key) ?? 0] === 0 && elementOf(whole, key));
  if (paths.length + own.length === 0)
    throw new Problem('badRequest', 'None of these elements is in this survey: there is nothing to take in.');
  return [...paths, ...own];
}

/** In a module, words tell parts that links leave open; and a part may be as small as a pair of files. */
const SPLIT_NAMES = 0.25;
const SPLIT_FILES = 2;

/**
 * Where the files of a module come apart by their links, but for the largest part, which stays. Throws a Problem where they do not.
 */
function partsOf(
  whole: SurveyedCodebase,
  plan: ModulePlan,
  { module, count }: { module: string; count: number | null },
): Extract<PlanEdit, { edit: 'split' }>['parts'] {
  const arrangement = arrangementOf(whole, 'plan');
  const files = whole.files.filter(({ element }) => moduleIdOf(arrangement, element) === module);
  const input = shapeInput({ ...whole, files });
  const asked = { names: SPLIT_NAMES, nearness: 0, seed: 1, leastFiles: SPLIT_FILES };
  let { modules } = proposeFromLinks(input, { ...asked, count });
  // What holds together as a whole is taken apart all the same when somebody asks for it.
  if (modules.length < 2) ({ modules } = proposeFromLinks(input, { ...asked, count: 2 }));
  if (modules.length < 2)
    throw new Problem(
      'badRequest',
      'This module has no two parts that links hold together: move its files by hand.',
    );
  const known = [...plan.modules];
  return modules.slice(1).map(({ name, members }) => {
    const id = freeId(known, name);
    known.push({ id, name, purpose: '', parent: null });
    return { id, name, targets: members.map(({ file }) => files[file].path) };
  });
}

/** What a plan comes to now, and what it would after an edit. */
export interface PlanEffect {
  before: PlanFigures;
  after: PlanFigures;
}

/** The plan must be the one that the survey is arranged by. O(elements + references). */
export function planEffect(
  whole: SurveyedCodebase,
  plan: ModulePlan,
  sent: SentEdit,
  { withTests, filter, keysOf }: { withTests: boolean; filter: DependencyFilter; keysOf: KeysOfList },
): PlanEffect {
  const { graph, units, order, arrangement } = arranged(whole, {
    by: 'plan',
    grain: 'files',
    filter,
    withTests,
  });
  const next = byPlan(whole, edited(plan, editOf(whole, plan, sent, keysOf)), () =>
    arrangementOf(whole, 'packages'),
  );
  // Files are the same units whatever they are arranged by.
  const after = {
    arrangement: next,
    groupOfUnit: units.element.map((element) => next.groupOf[element]),
    graph,
  };
  return {
    before: planFigures({ arrangement, groupOfUnit: units.group, graph }, order),
    after: planFigures(after, orderOfModules(whole, after, countedElements(whole, { withTests }))),
  };
}

/** A plan that somebody has already, as a file, in few placings. Throws a Problem with the line of what is wrong. */
export function planRead(whole: SurveyedCodebase, file: { name: string; text: string }): ModulePlan {
  return asFew(
    whole,
    readPlan(
      file,
      whole.files.map(({ path }) => path),
    ),
  );
}
