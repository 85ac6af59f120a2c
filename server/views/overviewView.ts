import { KIND } from '../../core/facts/fileFacts.ts';
import { cycles } from '../../core/graph/components.ts';
import { languages } from '../../core/languages/registry.ts';
import { fileGraph } from '../../core/measures/coupling.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { LeftOut, LeftOutReason } from '../intake/reasons.ts';
import { kindOf, labelOf, mainScope, measureValues, testElements, type ElementLabel } from './remembered.ts';

/** The codebase on one page. */
export interface Overview {
  languages: {
    id: string;
    name: string;
    files: number;
    codeLines: number;
    commentLines: number;
    blankLines: number;
  }[];
  folders: (ElementLabel & { files: number; codeLines: number })[];
  largest: Ranked[];
  mostComplex: Ranked[];
  mostUsed: Ranked[];
  cycles: { tag: string; members: ElementLabel[]; size: number }[];
  gaps: { name: string; kind: string; reason: string; count: number; file: string; line: number }[];
  partlyRead: { path: string; parse: string; damage: [number, number][] }[];
  leftOut: { reason: LeftOutReason; count: number; examples: { path: string; detail: string | null }[] }[];
  externals: { key: string; name: string; ecosystem: string; files: number }[];
  tests: { files: number; codeLines: number };
}

export interface Ranked extends ElementLabel {
  file: string;
  line: number;
  value: number;
}

const LISTED = 8;
const EXAMPLES = 12;

export function overviewView(survey: SurveyedCodebase, leftOut: LeftOut[]): Overview {
  const tests = survey.files.filter(({ isTest }) => isTest);
  return {
    languages: languageShares(survey),
    folders: topFolders(survey),
    largest: top(survey, KIND.file, 'codeLines'),
    mostComplex: top(survey, KIND.routine, 'cyclomatic'),
    mostUsed: top(survey, KIND.file, 'ca'),
    cycles: cycles(fileGraph(survey))
      .slice(0, LISTED)
      .map((members, index) => ({
        tag: `C${index + 1}`,
        members: members.slice(0, EXAMPLES).map((file) => labelOf(survey, survey.files[file].element)),
        size: members.length,
      })),
    gaps: survey.gaps.slice(0, EXAMPLES).map(({ name, kind, reason, places }) => ({
      name,
      kind,
      reason,
      count: places.length,
      file: survey.elements.key[places[0].file],
      line: places[0].line,
    })),
    partlyRead: survey.files
      .filter(({ parse }) => parse !== 'clean')
      .slice(0, EXAMPLES)
      .map(({ path, parse, damage }) => ({ path, parse, damage })),
    leftOut: leftOutByReason(leftOut),
    externals: externalsByUse(survey),
    tests: { files: tests.length, codeLines: tests.reduce((sum, { lines }) => sum + lines.code, 0) },
  };
}

function languageShares({ files }: SurveyedCodebase): Overview['languages'] {
  return languages
    .map(({ id, name }) => {
      const own = files.filter(({ language }) => language === id);
      return {
        id,
        name,
        files: own.length,
        codeLines: own.reduce((sum, { lines }) => sum + lines.code, 0),
        commentLines: own.reduce((sum, { lines }) => sum + lines.commentOnly, 0),
        blankLines: own.reduce((sum, { lines }) => sum + lines.blank, 0),
      };
    })
    .filter(({ files: count }) => count > 0)
    .sort((a, b) => b.codeLines - a.codeLines);
}

function topFolders(survey: SurveyedCodebase): Overview['folders'] {
  const { elements } = survey;
  const scope = mainScope(survey);
  const files = measureValues(survey, 'files');
  const code = measureValues(survey, 'codeLines');
  const found: Overview['folders'] = [];
  for (let e = scope + 1; e < elements.subtreeEnd[scope]; e = elements.subtreeEnd[e]) {
    if (kindOf(survey, e) === 'folder')
      found.push({ ...labelOf(survey, e), files: files[e], codeLines: code[e] });
  }
  return found.sort((a, b) => b.codeLines - a.codeLines).slice(0, 16);
}

function top(survey: SurveyedCodebase, kind: number, measure: string): Ranked[] {
  const { elements } = survey;
  const values = measureValues(survey, measure);
  const isTest = testElements(survey);
  const found: number[] = [];
  elements.kind.forEach((k, e) => {
    if (k === kind && !isTest[e] && values[e] > 0) found.push(e);
  });
  return found
    .sort((a, b) => values[b] - values[a] || a - b)
    .slice(0, LISTED)
    .map((e) => ({
      ...labelOf(survey, e),
      file: elements.key[elements.file[e]],
      line: elements.startLine[e],
      value: values[e],
    }));
}

function leftOutByReason(leftOut: LeftOut[]): Overview['leftOut'] {
  const groups = new Map<LeftOutReason, LeftOut[]>();
  for (const entry of leftOut) {
    const group = groups.get(entry.reason);
    if (group) group.push(entry);
    else groups.set(entry.reason, [entry]);
  }
  return [...groups]
    .map(([reason, entries]) => ({
      reason,
      count: entries.length,
      examples: entries.slice(0, EXAMPLES).map(({ path, detail }) => ({ path, detail: detail ?? null })),
    }))
    .sort((a, b) => b.count - a.count);
}

function externalsByUse(survey: SurveyedCodebase): Overview['externals'] {
  const { dependencies, elements, externals } = survey;
  const users = externals.map(() => new Set<number>());
  for (let row = 0; row < dependencies.count; row++) {
    const external = dependencies.to[row] - elements.firstExternal;
    if (external >= 0) users[external].add(elements.file[dependencies.from[row]]);
  }
  return externals
    .map(({ element, name, ecosystem }, i) => ({
      key: elements.key[element],
      name,
      ecosystem,
      files: users[i].size,
    }))
    .sort((a, b) => b.files - a.files || (a.name < b.name ? -1 : 1))
    .slice(0, EXAMPLES);
}
