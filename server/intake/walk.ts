import type { Ignore } from 'ignore';
import { stopped } from '../problem.ts';
import { isTooDeep, tooDeep, type CodeSource, type SourceEntry } from '../source/codeSource.ts';
import { ignoreRules, isNestedTooDeep } from './bounds.ts';
import { isProjectFile, isVendoredFolder, isVersionControl } from './names.ts';
import type { LeftOut } from './reasons.ts';
import type { IntakeRules, RuleMatcher } from './rules.ts';

/** A file that may be read, with the names that stand beside it. */
export interface Candidate {
  path: string;
  folder: string;
  entry: SourceEntry;
  siblings: ReadonlySet<string>;
}

export interface Walked {
  candidates: Candidate[];
  leftOut: LeftOut[];
  folders: Set<string>;
  manifests: Map<string, string>;
  submodulePaths: { path: string; isHere: boolean }[];
  /** What else is worth knowing before a survey, in sentences. */
  notes: string[];
}

interface Walk extends Walked {
  source: CodeSource;
  matcher: RuleMatcher;
  rules: IntakeRules;
  ignored: { folder: string; ignore: Ignore }[];
  /** True below a folder that is left out, where only what a user has chosen is of interest. */
  insideLeftOut: boolean;
  signal: AbortSignal | undefined;
}

/** Lists a codebase folder by folder; opens only .gitignore and project files. */
export async function walk(
  source: CodeSource,
  matcher: RuleMatcher,
  rules: IntakeRules,
  signal?: AbortSignal,
): Promise<Walked> {
  const state: Walk = {
    source,
    matcher,
    rules,
    signal,
    candidates: [],
    leftOut: [],
    folders: new Set(['']),
    manifests: new Map(),
    submodulePaths: [],
    notes: [],
    ignored: [],
    insideLeftOut: false,
  };
  await walkFolder(state, '');
  const { candidates, leftOut, folders, manifests, submodulePaths, notes } = state;
  return { candidates, leftOut, folders, manifests, submodulePaths, notes };
}

async function walkFolder(state: Walk, folder: string): Promise<void> {
  if (state.signal?.aborted) throw stopped();
  let entries: SourceEntry[];
  try {
    entries = state.source.entries(folder);
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    const detail = code === 'EACCES' ? 'Yletope is not allowed to read it' : (code ?? 'unknown error');
    state.leftOut.push({ path: `${folder}/`, reason: 'unreadable', detail });
    return;
  }
  const before = state.ignored.length;
  const siblings = new Set(entries.map(({ name }) => name));
  if (state.source.hasIgnoredFiles && siblings.has('.gitignore')) await readIgnoreFile(state, folder);
  for (const entry of entries) {
    const path = folder === '' ? entry.name : `${folder}/${entry.name}`;
    if (entry.kind === 'folder') await takeFolder(state, path, entry.name);
    else if (entry.kind === 'file') await takeFile(state, { path, folder, entry, siblings });
    else if (entry.kind === 'submodule') {
      state.submodulePaths.push({ path, isHere: false });
      state.leftOut.push({
        path: `${path}/`,
        reason: 'submodule',
        detail: 'its files are in another repository',
      });
    } else if (entry.kind === 'link') state.leftOut.push({ path, reason: 'link' });
    else state.leftOut.push({ path, reason: 'unreadable', detail: 'it is not a regular file' });
  }
  state.ignored.length = before;
}

async function readIgnoreFile({ source, ignored, notes }: Walk, folder: string): Promise<void> {
  const path = folder === '' ? '.gitignore' : `${folder}/.gitignore`;
  try {
    const { rules, unread } = ignoreRules((await source.read(path)).toString('utf8'));
    ignored.push({ folder, ignore: rules });
    if (unread > 0)
      notes.push(`${unread} patterns of ${path} are ignored: they are too long, or contain too many *.`);
  } catch {
    // An unreadable .gitignore ignores nothing.
  }
}

/** The rules of the nearest folder that has an opinion decide, as git has it. */
function isIgnored({ ignored, matcher }: Walk, path: string, isFolder: boolean): boolean {
  if (matcher.isTurned('ignoredByGit')) return false;
  for (let i = ignored.length - 1; i >= 0; i--) {
    const { folder, ignore: rule } = ignored[i];
    const relative = (folder === '' ? path : path.slice(folder.length + 1)) + (isFolder ? '/' : '');
    const verdict = rule.test(relative);
    if (verdict.ignored || verdict.unignored) return verdict.ignored;
  }
  return false;
}

async function takeFolder(state: Walk, path: string, name: string): Promise<void> {
  if (isVersionControl(name)) return;
  if (isTooDeep(path)) {
    state.leftOut.push({ path: `${path}/`, ...tooDeep });
    return;
  }
  const reason = state.insideLeftOut ? null : folderReason(state, path, name);
  if (reason) state.leftOut.push({ path: `${path}/`, ...reason });
  if ((reason || state.insideLeftOut) && !state.matcher.mayReadInside(path)) return;
  state.folders.add(path);
  const before = state.insideLeftOut;
  state.insideLeftOut ||= reason !== null;
  await walkFolder(state, path);
  state.insideLeftOut = before;
}

/** Why a folder is left out as a whole; null when it is not. */
function folderReason(state: Walk, path: string, name: string): Pick<LeftOut, 'reason' | 'detail'> | null {
  const { matcher } = state;
  const choice = matcher.choice(`${path}/any`);
  if (choice?.take === 'read') return null;
  if (choice?.take === 'leaveOut') return { reason: 'byChoice', detail: `you left out ${choice.glob}` };
  if (isVendoredFolder(name) && !matcher.isTurned('vendored'))
    return { reason: 'vendored', detail: 'by its name' };
  return isIgnored(state, path, true) ? { reason: 'ignoredByGit' } : null;
}

/** More than any project file holds that is written by hand; a build's list of commands may be long. */
const MAX_MANIFEST_BYTES = 1024 * 1024;
const MAX_COMMANDS_BYTES = 16 * 1024 * 1024;

async function takeFile(state: Walk, candidate: Candidate): Promise<void> {
  const { path, entry } = candidate;
  if (entry.name === '.git') {
    // In place of a folder, this file marks a submodule, or a work tree of a repository elsewhere.
    if (candidate.folder !== '') state.submodulePaths.push({ path: candidate.folder, isHere: true });
    return;
  }
  const isChosen = state.matcher.choice(path)?.take === 'read';
  if (state.insideLeftOut && !isChosen) return;
  if (!isChosen && isIgnored(state, path, false)) {
    state.leftOut.push({ path, reason: 'ignoredByGit', size: entry.size });
    return;
  }
  if (
    isProjectFile(entry.name) &&
    entry.size <= (entry.name === 'compile_commands.json' ? MAX_COMMANDS_BYTES : MAX_MANIFEST_BYTES) &&
    !state.rules.projectFilesOff.includes(path)
  ) {
    try {
      const text = (await state.source.read(path)).toString('utf8');
      if (/\.(json|toml)$/.test(path) && isNestedTooDeep(text))
        state.notes.push(`${path} is nested too deeply, so it is not read as a project file.`);
      else state.manifests.set(path, text);
    } catch {
      // It stays unknown to resolution; the file itself is listed like any other.
    }
  }
  state.candidates.push(candidate);
}
