import { KIND } from '../../core/facts/fileFacts.ts';
import type { EntryPoint } from '../../core/contracts/language.ts';
import { configuration } from '../../core/languages/configuration/index.ts';
import { languages } from '../../core/languages/registry.ts';
import { declaredAndUsed } from '../../core/completeness/declaredAndUsed.ts';
import { readManifests } from '../../core/manifests/readManifests.ts';
import { measureNamed } from '../../core/measures/catalogue.ts';
import { outliersOf } from '../../core/measures/outliers.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { isReadme } from '../intake/names.ts';
import type { KeptIntake } from '../survey/keptIntake.ts';
import { totalsOf, type Totals } from '../survey/totals.ts';
import type { PictureQuestion } from './graphQuery/arranged.ts';
import { cycleList, type CycleSummary } from './cyclesView.ts';
import { labelOf, type ElementLabel } from './surveyAccess/elements.ts';
import { measureValues } from './surveyAccess/measures.ts';
import { surveyMemo } from './surveyAccess/surveyMemo.ts';
import type { Scope } from './surveyAccess/scope.ts';
import { counted } from './surveyAccess/tests.ts';
import { groupTree, type GroupTree } from './groupTree.ts';
import { matrixView } from './matrixView.ts';
import type { NodeLabel } from './graphQuery/labels.ts';

/** The codebase on one page. */
export interface Overview {
  totals: Totals;
  /** What it is, in its own words; null when it does not say. */
  purpose: { text: string; from: string } | null;
  languages: {
    id: string;
    name: string;
    files: number;
    codeLines: number;
    commentLines: number;
    blankLines: number;
  }[];
  /** Files of configuration that name code; none of their lines counts as code. */
  configurationFiles: number;
  groups: GroupTree;
  /** The first of them; see `entryPointCount`. */
  entryPoints: EntryPoint[];
  entryPointCount: number;
  documents: { path: string; isReadme: boolean }[];
  documentCount: number;
  manifests: ManifestSummary[];
  manifestCount: number;
  outliers: OutlierRow[];
  /** The first picture of what uses what: the outermost groups as a small matrix. */
  picture: SmallMatrix;
  cycles: CycleSummary[];
  cycleCount: number;
  externals: { key: string; name: string; ecosystem: string; files: number }[];
  tests: { files: number; codeLines: number };
}

/** Rows, which are the columns too, and the cells that are filled: row i uses column j. */
export interface SmallMatrix {
  rows: NodeLabel[];
  cells: { row: number; column: number; count: number }[];
  /** How many rows there are beyond those shown. */
  more: number;
}

export interface ManifestSummary {
  path: string;
  name: string | null;
  ecosystem: string;
  declared: number;
  /** Null where the code that it governs is not read, so that nothing can be said of its use. */
  use: {
    used: number;
    unused: string[];
    undeclared: { name: string; files: number; first: string }[];
  } | null;
}

export interface OutlierRow {
  measure: string;
  name: string;
  unit: string;
  kind: 'file' | 'routine' | 'type';
  /** Beyond it a value is an outlier; null when there are too few to tell. */
  fence: number | null;
  count: number;
  /** The share of all code lines that they hold, from 0 to 1. */
  codeShare: number;
  highest: Ranked[];
}

export interface Ranked extends ElementLabel {
  file: string;
  line: number;
  value: number;
}

const LISTED = 8;
const EXAMPLES = 12;
/** Lists that unfold in place hold no more. */
const MOST_ENTRIES = 2_000;

export interface OverviewQuery extends PictureQuestion {
  scope: Scope;
  /** Keys of the groups that are open in the tree. */
  open: readonly string[];
}

const manifestsOf = surveyMemo(
  (survey: SurveyedCodebase, intake: KeptIntake) => manifestSummaries(survey, intake),
  {
    // The intake of a survey is one.
    keyOf: (_) => [],
  },
);
const totals = surveyMemo(totalsOf);
const outliersShown = surveyMemo(outlierRows);

export function overviewView(survey: SurveyedCodebase, intake: KeptIntake, query: OverviewQuery): Overview {
  const tests = survey.files.filter(({ isTest }) => isTest);
  const shown = counted(survey, query.withTests);
  const manifests = manifestsOf(survey, intake);
  // Cycles are those that the view of cycles lists under the same address.
  const { cycles, cycleCount } = cycleList(survey, { ...query, grain: 'files' }, LISTED);
  return {
    totals: totals(shown, intake.leftOutCount),
    purpose: ownWords(intake),
    languages: languageShares(shown),
    configurationFiles: shown.files.filter(({ language }) => language === configuration.id).length,
    groups: groupTree(survey, intake, query),
    entryPoints: rankedEntries(intake.entryPoints).slice(0, MOST_ENTRIES),
    entryPointCount: intake.entryPoints.length,
    documents: documentsInOrder(intake).slice(0, EXAMPLES),
    documentCount: intake.documents.length,
    manifests: manifests.slice(0, MOST_ENTRIES),
    manifestCount: manifests.length,
    outliers: outliersShown(shown),
    picture: smallMatrix(survey, query),
    cycles,
    cycleCount,
    externals: externalsByUse(shown),
    tests: { files: tests.length, codeLines: tests.reduce((sum, { lines }) => sum + lines.code, 0) },
  };
}

const SMALL_ROWS = 28;

/** The same rows, order and counts as the matrix shows them at first, as far as they have room. */
function smallMatrix(survey: SurveyedCodebase, query: OverviewQuery): SmallMatrix {
  const shown = { ...query, grain: 'files', flat: false, order: 'level' } as const;
  const closed = matrixView(survey, { ...shown, open: [] });
  const { rows, cells } = closed.rows.length >= 8 ? closed : matrixView(survey, { ...shown, open: null });
  // Open groups are headings there, without cells of their own: here they would only take room.
  const closedRows = [...rows.keys()].filter((row) => !rows[row].heading);
  const placeOf = new Map(closedRows.slice(0, SMALL_ROWS).map((row, place) => [row, place]));
  return {
    rows: closedRows.slice(0, SMALL_ROWS).map((row) => rows[row]),
    cells: cells.row.flatMap((from, i) => {
      const [row, column] = [placeOf.get(from), placeOf.get(cells.column[i])];
      return row === undefined || column === undefined ? [] : [{ row, column, count: cells.count[i] }];
    }),
    more: Math.max(0, closedRows.length - SMALL_ROWS),
  };
}

/** What the README says, or else the manifest nearest to the root, be it only a name. */
function ownWords({ purposes, manifests }: KeptIntake): Overview['purpose'] {
  const said = new Map(purposes).get('');
  if (said) return said;
  const read = readManifests(manifests);
  const described = read.find(({ description }) => description !== null);
  if (described) return { text: described.description!, from: described.path };
  const named = read.find(({ name }) => name !== null);
  return named ? { text: `It calls itself “${named.name}”.`, from: named.path } : null;
}

const roleOrder: EntryPoint['role'][] = ['program', 'server', 'export', 'script', 'main', 'configuration'];
const besideTheWay =
  /(^|\/)(test[\w-]*|examples?|samples?|demos?|benchmarks?|bench|microbench|docs?|tools?|scripts?|contrib)\//i;

/** What a build or a manifest names comes before what merely has a main routine; examples, tests and tools last, the shallow first. */
function rankedEntries(entries: readonly EntryPoint[]): EntryPoint[] {
  const rank = ({ path, role }: EntryPoint): number[] => [
    besideTheWay.test(path) ? 1 : 0,
    roleOrder.indexOf(role),
    path.split('/').length,
  ];
  return [...entries].sort((a, b) => {
    const [left, right] = [rank(a), rank(b)];
    const at = left.findIndex((value, i) => value !== right[i]);
    return at >= 0 ? left[at] - right[at] : a.path < b.path ? -1 : 1;
  });
}

function documentsInOrder({ documents }: KeptIntake): Overview['documents'] {
  const depth = (path: string): number => path.split('/').length;
  return documents
    .map((path) => ({ path, isReadme: isReadme(path.slice(path.lastIndexOf('/') + 1)) }))
    .sort(
      (a, b) =>
        depth(a.path) - depth(b.path) ||
        Number(b.isReadme) - Number(a.isReadme) ||
        (a.path < b.path ? -1 : 1),
    );
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

function manifestSummaries(survey: SurveyedCodebase, intake: KeptIntake): ManifestSummary[] {
  const manifests = readManifests(intake.manifests);
  const compared = new Map(declaredAndUsed(survey, manifests).map((row) => [row.manifest, row]));
  return manifests
    .filter(({ name, declared }) => name !== null || declared.length > 0)
    .map((manifest) => {
      const row = compared.get(manifest);
      return {
        path: manifest.path,
        name: manifest.name,
        ecosystem: manifest.ecosystem,
        declared: manifest.declared.length,
        use: row
          ? {
              used: row.used,
              unused: row.unused.map(({ name }) => name),
              undeclared: row.undeclared.map(({ name, files }) => ({
                name,
                files: files.length,
                first: files[0],
              })),
            }
          : null,
      };
    });
}

/** The measures whose outliers orient: of size, of complexity, of coupling. */
const mainMeasures: [kind: OutlierRow['kind'], measure: string][] = [
  ['file', 'codeLines'],
  ['routine', 'cyclomatic'],
  ['routine', 'nesting'],
  ['routine', 'parameters'],
  ['type', 'wmc'],
  ['file', 'ca'],
  ['file', 'usesOutside'],
];

function outlierRows(survey: SurveyedCodebase): OutlierRow[] {
  const { elements } = survey;
  return mainMeasures.flatMap(([kind, id]): OutlierRow[] => {
    const measure = measureNamed(id);
    if (!measure) return [];
    const values = measureValues(survey, id);
    const members = survey.files.flatMap(({ element }) => {
      const inFile: number[] = [];
      for (let e = element; e < elements.subtreeEnd[element]; e++)
        if (elements.kind[e] === KIND[kind]) inFile.push(e);
      return inFile;
    });
    const found = outliersOf(values, members, measure.ordinary);
    const highest = found && found.beyond.length > 0 ? found.beyond : top(values, members);
    return [
      {
        measure: id,
        name: measure.name,
        unit: measure.unit,
        kind,
        fence: found?.fence ?? null,
        count: found?.beyond.length ?? 0,
        codeShare: shareOfCode(survey, found?.beyond ?? []),
        highest: highest.slice(0, 3).map((e) => ({
          ...labelOf(survey, e),
          file: elements.key[elements.file[e]],
          line: elements.startLine[e],
          value: values[e],
        })),
      },
    ];
  });
}

function shareOfCode(survey: SurveyedCodebase, elements: readonly number[]): number {
  const lines = measureValues(survey, 'codeLines');
  const all = survey.files.reduce((sum, { element }) => sum + lines[element], 0);
  return all === 0 ? 0 : elements.reduce((sum, e) => sum + (lines[e] || 0), 0) / all;
}

function top(values: Float64Array, members: number[]): number[] {
  return members.filter((e) => values[e] > 0).sort((a, b) => values[b] - values[a] || a - b);
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
