import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { emptyPlan } from '../core/plan/modulePlan.ts';
import { proposeFromAnchors } from '../core/shape/fromAnchors.ts';
import { shapeInput } from '../core/shape/shapeInput.ts';
import { EVERYTHING_RESOLVED } from '../core/graph/rollUp.ts';
import { takePlan } from '../server/views/surveyAccess/scope.ts';
import { planAfter, planEffect } from '../server/views/plan/editedPlan.ts';
import { planFrom } from '../server/views/plan/planProposal.ts';
import { planView } from '../server/views/plan/planView.ts';
import { surveyPath } from '../tests/surveyPath.ts';
import { timed, writeMadeUp } from './madeUpCode.ts';

const USES = 10;
/** Of what a file uses, so much stands in its own folder: modules are there to be found. */
const NEAR = 0.7;
const FILES_OF_FOLDER = 250;
const ANCHORS = 10;

/** Prints how long it takes to propose, grow and edit modules of so many made-up files, and the memory of it. */
export async function benchShape(files: number): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'yletope-shape-'));
  try {
    writeMadeUp(folder, { files, folders: files / FILES_OF_FOLDER, uses: USES, near: NEAR });
    const { survey } = await surveyPath(folder);
    const { placeStart, count } = survey.dependencies;
    console.log(`\nmodules of ${files} files, ${placeStart[count]} references`);
    const asked = { from: 'links', names: 0, nearness: 0, count: null, seed: 1, keepSettled: false } as const;
    const plan = timed('a proposal', () => planFrom(survey, emptyPlan, asked));
    const input = timed('links of files, again', () => shapeInput(survey));
    const anchors = Array.from({ length: files / FILES_OF_FOLDER }, (_, part) => ({
      name: `part${part}`,
      files: Array.from({ length: ANCHORS }, (_, i) => part * FILES_OF_FOLDER + i),
    }));
    timed('growth from anchors', () => proposeFromAnchors(input, anchors, { names: 0, nearness: 0 }));
    takePlan(survey, () => plan, 'proposed');
    const shown = { plans: [], plan: null, states: [], added: [], open: null };
    const how = { withTests: false, filter: EVERYTHING_RESOLVED };
    timed('its page', () => planView(survey, { ...shown, ...how, content: plan }));
    const move = {
      edit: 'place' as const,
      targets: [survey.files[0].path],
      module: plan.modules[plan.modules.length - 1].id,
    };
    const keysOf = (): string[] => [];
    timed('figures of an edit', () => planEffect(survey, plan, move, { ...how, keysOf }));
    timed('the edit', () => planAfter(survey, plan, move, keysOf));
    const peak = /VmHWM:\s+(\d+)/.exec(readFileSync('/proc/self/status', 'utf8'))![1];
    console.log(
      `  (${plan.modules.length} modules; ${Math.round(Number(peak) / 1024)} MB at most, with its survey)`,
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
