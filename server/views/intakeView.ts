import { whatItIs } from '../../core/languages/otherFiles.ts';
import { languageNamed, languages } from '../../core/languages/registry.ts';
import { foundRoots, type FoundRoot } from '../intake/foundRoots.ts';
import type { Intake, IntakeFile, Submodule } from '../intake/intake.ts';
import { isTurnable, leftOutReasons, type LeftOut, type LeftOutReason } from '../intake/reasons.ts';
import type { IntakeRules } from '../intake/rules.ts';
import type { StoredIntake } from '../store/intakes.ts';

/** What of the sheet is asked for. */
export interface SheetQuery {
  /** Folder looked at. */
  folder: string;
  /** Part of a path that entries must hold; empty for all. */
  filter: string;
  /** Reason whose entries are all listed. */
  all: LeftOutReason | null;
}

export interface Count {
  files: number;
  lines: number;
}

export interface IntakeSheet {
  takenAt: string;
  commit: string | null;
  read: Count;
  tests: Count;
  languages: (Count & { id: string; name: string })[];
  folder: string;
  /** Folders and files directly in `folder`, the largest first. */
  inside: (Count & { path: string; name: string; isFolder: boolean; tests: number; leftOut: number })[];
  more: number;
  leftOut: LeftOutGroup[];
  leftOutCount: number;
  /** Files whose language their ending does not tell. */
  unclear: { path: string; language: string; why: string }[];
  /** Texts for people to read. */
  documents: number;
  notes: string[];
  submodules: Submodule[];
  projectFiles: { path: string; isOff: boolean }[];
  /** Roots that project files name. */
  roots: FoundRoot[];
  rules: IntakeRules;
  /** True when a language that is read is helped by knowing the macros of the build. */
  takesMacros: boolean;
  /** Languages that a file may be taken for. */
  known: { id: string; name: string }[];
}

export interface LeftOutGroup {
  reason: LeftOutReason;
  count: number;
  bytes: number;
  isTurnable: boolean;
  /** How many there are of each kind, where the kind says more than the paths. */
  kinds: { what: string; count: number }[];
  entries: LeftOut[];
  /** Entries that match the filter and are not listed. */
  more: number;
}

const LISTED = 40;
const LISTED_ALL = 2_000;

export function intakeView({ intake, takenAt, commit, rules }: StoredIntake, query: SheetQuery): IntakeSheet {
  const { files, leftOut } = intake;
  const inside = rowsInside(intake, query.folder);
  return {
    takenAt,
    commit,
    read: countOf(files),
    tests: countOf(files.filter(({ isTest }) => isTest)),
    languages: byLanguage(files),
    folder: query.folder,
    inside: inside.slice(0, LISTED_ALL),
    more: Math.max(0, inside.length - LISTED_ALL),
    leftOut: groups(leftOut, query),
    leftOutCount: leftOut.length,
    unclear: files.flatMap(({ path, language, languageWhy }) =>
      languageWhy === undefined
        ? []
        : [{ path, language: languageNamed(language)?.name ?? language, why: languageWhy }],
    ),
    documents: intake.documents.length,
    notes: intake.notes,
    submodules: intake.submodules,
    projectFiles: projectFiles(intake, rules),
    roots: [...foundRoots(intake.manifests), ...includePaths(intake)].slice(0, LISTED),
    rules,
    takesMacros: intake.files.some(({ language }) => languageNamed(language)?.macrosOfBuild !== undefined),
    known: languages.map(({ id, name }) => ({ id, name })),
  };
}

/** The folders searched for what is included, as lists of commands say, or as the tree suggests. */
function includePaths({ includePaths = [] }: Intake): FoundRoot[] {
  return includePaths.map(({ folder, isInferred }) => ({
    root: folder === '' ? '.' : folder,
    from: isInferred ? 'the tree, inferred' : 'compile_commands.json',
    setting: 'include path',
  }));
}

function countOf(files: IntakeFile[]): Count {
  return { files: files.length, lines: files.reduce((sum, { lines }) => sum + lines, 0) };
}

function byLanguage(files: IntakeFile[]): IntakeSheet['languages'] {
  const found = new Map<string, IntakeFile[]>();
  for (const file of files) {
    const known = found.get(file.language);
    if (known) known.push(file);
    else found.set(file.language, [file]);
  }
  return [...found]
    .map(([id, own]) => ({ id, name: languageNamed(id)?.name ?? id, ...countOf(own) }))
    .sort((a, b) => b.lines - a.lines);
}

/** The folders and files directly in a folder, with what of each would be read and what left out. */
function rowsInside({ files, leftOut }: Intake, folder: string): IntakeSheet['inside'] {
  const rows = new Map<string, IntakeSheet['inside'][number]>();
  const rowOf = (path: string): IntakeSheet['inside'][number] | null => {
    const prefix = folder === '' ? '' : `${folder}/`;
    if (!path.startsWith(prefix) || path === prefix) return null;
    const slash = path.indexOf('/', prefix.length);
    const isFolder = slash >= 0;
    const at = isFolder ? path.slice(0, slash) : path;
    let row = rows.get(at);
    if (!row) {
      row = { path: at, name: at.slice(prefix.length), isFolder, files: 0, lines: 0, tests: 0, leftOut: 0 };
      rows.set(at, row);
    }
    return row;
  };
  for (const { path, lines, isTest } of files) {
    const row = rowOf(path);
    if (!row) continue;
    row.files++;
    row.lines += lines;
    if (isTest) row.tests++;
  }
  for (const { path } of leftOut) {
    const row = rowOf(path);
    if (row) row.leftOut++;
  }
  return [...rows.values()].sort((a, b) => b.lines - a.lines || (a.name < b.name ? -1 : 1));
}

function groups(leftOut: LeftOut[], { filter, all }: SheetQuery): LeftOutGroup[] {
  const wanted = filter.toLowerCase();
  const found = new Map<LeftOutReason, LeftOut[]>();
  for (const entry of leftOut) {
    const group = found.get(entry.reason);
    if (group) group.push(entry);
    else found.set(entry.reason, [entry]);
  }
  return leftOutReasons.flatMap((reason): LeftOutGroup[] => {
    const entries = found.get(reason);
    if (!entries) return [];
    const matching = entries.filter(({ path }) => path.toLowerCase().includes(wanted));
    const limit = all === reason ? LISTED_ALL : LISTED;
    return [
      {
        reason,
        count: entries.length,
        bytes: entries.reduce((sum, { size = 0 }) => sum + size, 0),
        isTurnable: isTurnable(reason),
        kinds: reason === 'unknownLanguage' ? kindsOf(entries) : [],
        entries: matching.slice(0, limit),
        more: Math.max(0, matching.length - limit),
      },
    ];
  });
}

function kindsOf(entries: LeftOut[]): LeftOutGroup['kinds'] {
  const counts = new Map<string, number>();
  for (const { path, detail } of entries) {
    const what = detail ?? whatItIs(path.slice(path.lastIndexOf('/') + 1));
    counts.set(what, (counts.get(what) ?? 0) + 1);
  }
  return [...counts].map(([what, count]) => ({ what, count })).sort((a, b) => b.count - a.count);
}

function projectFiles({ manifests }: Intake, { projectFilesOff }: IntakeRules): IntakeSheet['projectFiles'] {
  return [
    ...[...manifests.keys()].map((path) => ({ path, isOff: false })),
    ...projectFilesOff.map((path) => ({ path, isOff: true })),
  ].sort((a, b) => a.path.split('/').length - b.path.split('/').length || (a.path < b.path ? -1 : 1));
}
