import type { Arrangement } from '../../../core/arrangement/arrangement.ts';
import { builtBy } from '../../../core/arrangement/built.ts';
import { globMatcher } from '../../../core/search/glob.ts';
import { proposeFromAnchors, type Anchors } from '../../../core/shape/fromAnchors.ts';
import { proposeFromArrangement } from '../../../core/shape/fromArrangement.ts';
import { proposeFromLinks } from '../../../core/shape/fromLinks.ts';
import type { Proposal } from '../../../core/shape/proposal.ts';
import { shapeInput, type ShapeInput } from '../../../core/shape/shapeInput.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { Problem } from '../../problem.ts';
import type { AnchorFile } from '../anchorFile.ts';
import type { ProposalSource } from './sources.ts';

export interface ProposalAsked {
  from: ProposalSource;
  /** What names and folders weigh beside links; 0 for nothing. */
  names: number;
  nearness: number;
  /** How many modules there shall be, from links; null for as many as hold together. */
  count: number | null;
  seed: number;
  anchors: AnchorFile | null;
}

/**
 * Proposes modules for all files of a survey; `comments` are what the comments of each say, where names have weight. Throws a
 * Problem where that cannot be, with the reason.
 */
export function proposePlan(
  survey: SurveyedCodebase,
  asked: ProposalAsked,
  comments?: readonly string[],
): Proposal {
  return proposing[asked.from](survey, { ...shapeInput(survey), comments }, asked);
}

type Propose = (survey: SurveyedCodebase, input: ShapeInput, asked: ProposalAsked) => Proposal;

const proposing: Record<ProposalSource, Propose> = {
  links: (_, input, asked) => proposeFromLinks(input, asked),
  folders: (survey, input) => fromArrangement(input, builtBy.folders(survey), 'folders'),
  packages: (survey, input) => fromArrangement(input, builtBy.packages(survey), 'packages'),
  build: (survey, input) => fromArrangement(input, builtBy.modules(survey), 'build modules'),
  anchors: (survey, input, asked) => proposeFromAnchors(input, anchorsIn(survey, asked.anchors), asked),
};

function fromArrangement(input: ShapeInput, arrangement: Arrangement, called: string): Proposal {
  if (arrangement.count === 1 || arrangement.rest === 1)
    throw new Problem('badRequest', `This code has no ${called}.`);
  return proposeFromArrangement(input, arrangement);
}

/** The files that patterns name; a pattern that names none, or a file that two modules name, is a Problem. */
function anchorsIn({ files }: SurveyedCodebase, named: AnchorFile | null): Anchors[] {
  if (named === null || named.size === 0)
    throw new Problem('badRequest', 'Growing from anchors needs a file with anchors for each module.');
  const takenBy = new Map<number, string>();
  return [...named].map(([name, patterns]) => {
    const found = new Set<number>();
    for (const pattern of patterns) {
      const matches = globMatcher(pattern);
      const named = files.flatMap(({ path }, file) => (matches(path) ? [file] : []));
      if (named.length === 0)
        throw new Problem(
          'badRequest',
          `The anchor ${pattern} of ${name} matches no file that was surveyed.`,
        );
      for (const file of named) {
        const other = takenBy.get(file);
        if (other !== undefined && other !== name)
          throw new Problem('badRequest', `${files[file].path} is an anchor of ${other} and of ${name}.`);
        takenBy.set(file, name);
        found.add(file);
      }
    }
    return { name, files: [...found].sort((a, b) => a - b) };
  });
}
