import { jsonText } from '../../server/visibleText.ts';
import { readAnchorFile } from '../../server/plans/anchorFile.ts';
import { planFileOf } from '../../server/plans/planFile.ts';
import { readComments } from '../../server/plans/readComments.ts';
import type { ProposalSource } from '../../server/plans/proposals/sources.ts';
import { whereReferencesLead } from '../../core/barrels.ts';
import { proposePlan } from '../../server/plans/proposals/propose.ts';
import { Problem } from '../../server/problem.ts';
import { readPlain } from '../plain.ts';
import { withSurvey, write } from '../surveying.ts';
import type { Terminal } from '../terminal.ts';

export interface ModulesOptions {
  ref?: string;
  from: ProposalSource;
  anchors?: string;
  names: number;
  nearness: number;
  count?: number;
  seed: number;
  json: string;
}

/** Writes a plan of the modules that a codebase is made of. */
export async function modulesCommand(
  terminal: Terminal,
  typed: string,
  options: ModulesOptions,
): Promise<void> {
  const { from, names, nearness, count = null, seed } = options;
  if ((from === 'anchors') !== (options.anchors !== undefined))
    throw new Problem('badRequest', '--from anchors and --anchors FILE must be used together.');
  if (count !== null && from !== 'links')
    throw new Problem('badRequest', '--count is only for --from links.');
  // What was typed wrong is said before a survey is made.
  const anchors =
    options.anchors === undefined ? null : readAnchorFile(readPlain(options.anchors), options.anchors);
  await withSurvey(terminal, typed, options, async ({ survey: written }, { readText }) => {
    const survey = whereReferencesLead(written);
    const comments = names > 0 ? await readComments(survey, readText) : undefined;
    const proposal = proposePlan(survey, { from, names, nearness, count, seed, anchors }, comments);
    return write(terminal, [`${jsonText(planFileOf(proposal, survey.files), 1)}\n`], options.json);
  });
}
