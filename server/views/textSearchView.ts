import { globMatcher } from '../../core/search/glob.ts';
import type { TextMatch } from '../../core/search/textQuery.ts';
import { innermostAt } from '../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { SearchPart } from '../search/textSearch.ts';
import { elementOf, labelOf, type ElementLabel } from './surveyAccess/elements.ts';
import { isInScope, type Scope } from './surveyAccess/scope.ts';

/** A match with the innermost routine or type it stands in; null for the file itself. */
export interface PlacedMatch extends TextMatch {
  inside: ElementLabel | null;
}

export interface MatchedFile {
  path: string;
  count: number;
  matches: PlacedMatch[];
}

/** One line of the answer to a search, sent as its part is found. */
export type MatchesLine =
  { kind: 'part'; files: MatchedFile[]; through: number; of: number } | { kind: 'problem'; sentence: string };

/** Files in which to search: of the survey, below a folder, by a glob, with or without tests. */
export function searchedPaths(
  survey: SurveyedCodebase,
  { scope, glob, withTests, only }: { scope: Scope; glob: string; withTests: boolean; only?: Uint8Array },
): string[] {
  const isWanted = glob.trim() === '' ? () => true : globMatcher(globs(glob), { ignoreCase: true });
  return survey.files
    .filter(
      ({ element, isTest }) =>
        isInScope(scope, element) && (withTests || !isTest) && (!only || only[element] > 0),
    )
    .map(({ path }) => path)
    .filter((path) => isWanted(path));
}

/** `*.ts, tolls` means files with the ending anywhere, and all below any folder of the name. */
function globs(typed: string): string[] {
  return typed
    .split(',')
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .flatMap((part) => {
      if (part.includes('/')) return [part, `${part.replace(/\/$/, '')}/**`];
      return /[*?[{.]/.test(part) ? [`**/${part}`] : [`**/${part}/**`, `**/${part}`];
    });
}

/** Puts the matches of a part into the routines and types of the survey. */
export function placedMatches(survey: SurveyedCodebase, { files }: SearchPart): MatchedFile[] {
  return files.map(({ path, count, matches }) => {
    const file = elementOf(survey, path);
    return {
      path,
      count,
      matches: matches.map((match) => {
        const inside = file === undefined ? -1 : innermost(survey, file, match.line);
        return { ...match, inside: inside < 0 ? null : labelOf(survey, inside) };
      }),
    };
  });
}

/** The innermost routine or type around a line of a file; -1 when none is. O(elements on the way down). */
export function innermost({ elements }: SurveyedCodebase, file: number, line: number): number {
  const inside = innermostAt(elements, file, line, { withFields: false });
  return inside === file ? -1 : inside;
}
