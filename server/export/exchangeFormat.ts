import { arrangedSurvey } from '../../core/arrangement/arranged.ts';
import { byFolders } from '../../core/arrangement/folders.ts';
import { unitTree } from '../../core/arrangement/nodes.ts';
import { declarationForms, elementKinds } from '../../core/facts/fileFacts.ts';
import { EVERYTHING_RESOLVED } from '../../core/graph/rollUp.ts';
import { certainties, dependencyKinds, NO_FORM } from '../../core/contracts/linked.ts';
import { propagationCost } from '../../core/graph/reach.ts';
import { fileGraph } from '../../core/measures/coupling.ts';
import { catalogue } from '../../core/measures/catalogue.ts';
import type { MeasuredKind } from '../../core/measures/measure.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { LeftOut } from '../intake/reasons.ts';
import { MAX_REACH_FILES } from '../survey/totals.ts';
import { jsonText } from '../visibleText.ts';

/** What the exchange format says of the codebase as a whole. */
export interface ExchangeHead {
  name: string;
  root: string;
  commit?: string;
  surveyedAt: string;
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** The exchange format, `yletope-graph` 1, in pieces to be written one after the other. See docs/exchange-format.md. */
export function* exchangeFormat(
  survey: SurveyedCodebase,
  leftOut: LeftOut[],
  head: ExchangeHead,
): Generator<string> {
  const { surveyedAt, ...codebase } = head;
  yield `{"format":"yletope-graph","version":1,"codebase":${jsonText(codebase)},"surveyedAt":${jsonText(surveyedAt)},"measures":${JSON.stringify(measuresOfAll(survey))}`;
  yield* array('files', fileRows(survey));
  yield* array('elements', elementRows(survey));
  yield* array('dependencies', dependencyRows(survey));
  yield* array('externals', externalRows(survey));
  yield* array('gaps', gapRows(survey));
  yield* array(
    'leftOut',
    leftOut.map(({ path, reason }) => ({ path, reason })),
  );
  yield* array('cycles', cycleRows(survey));
  yield '}\n';
}

/** What is measured of the codebase as a whole; a codebase too large for it has no propagation cost. */
function measuresOfAll(survey: SurveyedCodebase): Record<string, number> {
  const cost = survey.files.length > MAX_REACH_FILES ? NaN : propagationCost(fileGraph(survey));
  return Number.isNaN(cost) ? {} : { propagationCost: Number(cost.toFixed(6)) };
}

const PIECE = 64 * 1024;

function* array(name: string, rows: Iterable<unknown>): Generator<string> {
  let piece = `,"${name}":[`;
  let separator = '\n';
  for (const row of rows) {
    piece += separator + jsonText(row);
    separator = ',\n';
    if (piece.length > PIECE) {
      yield piece;
      piece = '';
    }
  }
  yield `${piece}]`;
}

function fileRows({ files }: SurveyedCodebase): unknown[] {
  return files
    .map(({ path, language, lines, parse, isTest }) => ({
      path,
      language,
      lines: lines.lines,
      codeLines: lines.code,
      commentLines: lines.comment,
      parse,
      ...(isTest ? { test: true } : {}),
    }))
    .sort((a, b) => compare(a.path, b.path));
}

function* elementRows(survey: SurveyedCodebase): Generator<unknown> {
  const { elements } = survey;
  const columns = catalogue.map((measure) => ({ ...measure, values: measure.compute(survey) }));
  for (const e of keyOrder(elements.key, elements.firstExternal)) {
    const kind = elementKinds[elements.kind[e]];
    // In the exchange format a folder stands for the group that it is.
    const measuredKind = (kind === 'folder' ? 'group' : kind) as MeasuredKind;
    const measures: Record<string, number> = {};
    for (const { id, appliesTo, values } of columns) {
      if (appliesTo.includes(measuredKind) && !Number.isNaN(values[e]))
        measures[id] = Number(values[e].toFixed(4));
    }
    yield {
      key: elements.key[e],
      kind,
      ...(elements.form[e] === NO_FORM ? {} : { form: declarationForms[elements.form[e]] }),
      name: elements.name[e],
      parent: elements.parent[e] < 0 ? null : elements.key[elements.parent[e]],
      file: elements.file[e] < 0 ? null : elements.key[elements.file[e]],
      startLine: elements.startLine[e],
      endLine: elements.endLine[e],
      measures,
    };
  }
}

function keyOrder(keys: string[], count: number): number[] {
  return Array.from({ length: count }, (_, i) => i).sort((a, b) => compare(keys[a], keys[b]));
}

function* dependencyRows({ elements, dependencies: table }: SurveyedCodebase): Generator<unknown> {
  const rank = new Int32Array(elements.count);
  keyOrder(elements.key, elements.count).forEach((e, i) => (rank[e] = i));
  const order = Array.from({ length: table.count }, (_, i) => i).sort(
    (a, b) =>
      rank[table.from[a]] - rank[table.from[b]] ||
      rank[table.to[a]] - rank[table.to[b]] ||
      table.kind[a] - table.kind[b] ||
      table.certainty[a] - table.certainty[b],
  );
  for (const row of order) {
    const lines = table.line.subarray(table.placeStart[row], table.placeStart[row + 1]);
    const file = elements.key[elements.file[table.from[row]]];
    yield {
      from: elements.key[table.from[row]],
      to: elements.key[table.to[row]],
      kind: dependencyKinds[table.kind[row]],
      count: lines.length,
      certainty: certainties[table.certainty[row]],
      lines: Array.from(lines, (line) => [file, line]),
    };
  }
}

function externalRows({ externals, elements }: SurveyedCodebase): unknown[] {
  return externals.map(({ element, name, ecosystem }) => ({ key: elements.key[element], name, ecosystem }));
}

function gapRows({ gaps, elements }: SurveyedCodebase): unknown[] {
  return gaps
    .map(({ name, kind, reason, places }) => ({
      name,
      kind,
      reason,
      from: places.map(({ file, line }) => ({ file: elements.key[file], line })),
    }))
    .sort((a, b) => compare(a.name, b.name) || compare(a.reason, b.reason));
}

function* cycleRows(survey: SurveyedCodebase): Generator<unknown> {
  const { elements } = survey;
  const folders = byFolders(elements);
  const all = new Uint8Array(elements.count).fill(1);
  for (const [grain, granularity] of [
    ['files', 'file'],
    ['groups', 'folder'],
  ] as const) {
    const { units, ...picture } = arrangedSurvey(
      survey.dependencies,
      unitTree(elements, folders, grain, all),
      EVERYTHING_RESOLVED,
    );
    for (const { members, group } of picture.cycles) {
      // A folder stands for the files that it holds itself.
      if (group >= 0) continue;
      const keys = members.map((node) => {
        const unit = node - folders.count;
        return grain === 'files' ? elements.key[units.element[unit]] : folders.name[units.group[unit]];
      });
      yield { granularity, members: keys.sort(compare) };
    }
  }
}
