import { accessSync, constants, lstatSync, readdirSync, readFileSync, realpathSync, statSync } from 'node:fs';
import { isAbsolute, join, resolve } from 'node:path';
import ignore, { type Ignore } from 'ignore';
import { languageOf } from '../../core/languages/registry.ts';
import { Problem } from '../problem.ts';
import { builtFolders } from './builtFolders.ts';

/** What of a folder would be read, what not and why. Paths are relative to the root, with `/`. */
export interface Intake {
  root: string;
  files: IntakeFile[];
  leftOut: LeftOut[];
  folders: Set<string>;
  /** Text of the project files that say where imports lead. */
  manifests: Map<string, string>;
}

export interface IntakeFile {
  path: string;
  language: string;
  grammar: string;
  size: number;
  modifiedMs: number;
  isTest: boolean;
}

export type LeftOutReason =
  | 'ignoredByGit'
  | 'vendored'
  | 'generated'
  | 'minified'
  | 'binary'
  | 'tooLarge'
  | 'unknownLanguage'
  | 'link'
  | 'unreadable';

export interface LeftOut {
  /** A folder ends with `/`: nothing below it was looked at. */
  path: string;
  reason: LeftOutReason;
  detail?: string;
}

const MAX_FILE_BYTES = 4 * 1024 * 1024;
const MAX_MANIFEST_BYTES = 1024 * 1024;
const vendored = new Set(['node_modules', 'bower_components', 'jspm_packages']);
const versionControl = new Set(['.git', '.hg', '.svn']);
const testPath =
  /(^|\/)(__tests__|__mocks__|tests?|specs?|e2e)\/|[.-](test|spec|e2e|bench)\.[^/]+$|(^|\/)test-utils?\//i;

/** Turns what a user typed into a folder that can be read, or says in one sentence why not. */
export function checkedRoot(typed: string): string {
  const path = typed.trim();
  if (path === '') throw new Problem('badRequest', 'Type the path of a folder.');
  const home = process.env.HOME;
  const expanded = home !== undefined && /^~(\/|$)/.test(path) ? join(home, path.slice(1)) : path;
  const absolute = isAbsolute(expanded) ? expanded : resolve(expanded);
  let real: string;
  try {
    real = realpathSync(absolute);
    if (!statSync(real).isDirectory())
      throw new Problem('notAFolder', `${absolute} is a file; choose the folder it is in.`);
    accessSync(real, constants.R_OK | constants.X_OK);
  } catch (error) {
    if (error instanceof Problem) throw error;
    const code = (error as NodeJS.ErrnoException).code;
    if (code === 'ENOENT' || code === 'ENOTDIR')
      throw new Problem('noSuchPath', `There is no ${absolute} on this machine.`);
    if (code === 'ELOOP')
      throw new Problem('noSuchPath', `${absolute} is a link that leads round in a circle.`);
    throw new Problem('noPermission', `Yletope is not allowed to read ${absolute}.`);
  }
  return real;
}

interface Walk {
  intake: Intake;
  rules: { folder: string; ignore: Ignore }[];
}

/** Looks over a folder: names, sizes and project files only. No file of code is opened, no link is followed. */
export function takeIn(root: string): Intake {
  const intake: Intake = { root, files: [], leftOut: [], folders: new Set(['']), manifests: new Map() };
  walkFolder({ intake, rules: [] }, '');
  for (const folder of builtFolders(intake)) leaveOutFolder(intake, folder.path, 'generated', folder.why);
  return intake;
}

function walkFolder(walk: Walk, folder: string): void {
  const { intake } = walk;
  let entries;
  try {
    entries = readdirSync(join(intake.root, folder), { withFileTypes: true });
  } catch (error) {
    const detail = (error as NodeJS.ErrnoException).code ?? 'unknown error';
    intake.leftOut.push({ path: `${folder}/`, reason: 'unreadable', detail });
    return;
  }
  const rules = walk.rules.length;
  readIgnoreFile(
    walk,
    folder,
    entries.some(({ name }) => name === '.gitignore'),
  );
  entries.sort((a, b) => (a.name < b.name ? -1 : 1));
  for (const entry of entries) {
    const path = folder === '' ? entry.name : `${folder}/${entry.name}`;
    if (entry.isSymbolicLink()) intake.leftOut.push({ path, reason: 'link' });
    else if (entry.isDirectory()) takeFolder(walk, path, entry.name);
    else if (entry.isFile()) takeFile(walk, path, entry.name);
  }
  walk.rules.length = rules;
}

function readIgnoreFile(walk: Walk, folder: string, present: boolean): void {
  if (!present) return;
  try {
    const text = readFileSync(join(walk.intake.root, folder, '.gitignore'), 'utf8');
    walk.rules.push({ folder, ignore: ignore().add(text) });
  } catch {
    // An unreadable .gitignore ignores nothing.
  }
}

/** The rules of the nearest folder that has an opinion decide, as git has it. */
function isIgnored({ rules }: Walk, path: string, isFolder: boolean): boolean {
  for (let i = rules.length - 1; i >= 0; i--) {
    const { folder, ignore: rule } = rules[i];
    const relative = (folder === '' ? path : path.slice(folder.length + 1)) + (isFolder ? '/' : '');
    const { ignored, unignored } = rule.test(relative);
    if (ignored || unignored) return ignored;
  }
  return false;
}

function takeFolder(walk: Walk, path: string, name: string): void {
  const { intake } = walk;
  if (versionControl.has(name)) return;
  if (vendored.has(name)) intake.leftOut.push({ path: `${path}/`, reason: 'vendored' });
  else if (isIgnored(walk, path, true)) intake.leftOut.push({ path: `${path}/`, reason: 'ignoredByGit' });
  else {
    intake.folders.add(path);
    walkFolder(walk, path);
  }
}

const manifestName = /^(package|[tj]sconfig[^/]*)\.json$/;

function takeFile(walk: Walk, path: string, name: string): void {
  const { intake } = walk;
  if (isIgnored(walk, path, false)) {
    intake.leftOut.push({ path, reason: 'ignoredByGit' });
    return;
  }
  let stats;
  try {
    stats = lstatSync(join(intake.root, path));
  } catch {
    intake.leftOut.push({ path, reason: 'unreadable', detail: 'it went away' });
    return;
  }
  if (manifestName.test(name) && stats.size <= MAX_MANIFEST_BYTES && readManifestText(intake, path)) return;
  const known = languageOf(name);
  if (!known) intake.leftOut.push({ path, reason: 'unknownLanguage' });
  else if (/[.-]min\.[cm]?js$/.test(name))
    intake.leftOut.push({ path, reason: 'minified', detail: 'by its name' });
  else if (stats.size > MAX_FILE_BYTES) {
    const megabytes = (stats.size / 1024 / 1024).toFixed(1);
    intake.leftOut.push({ path, reason: 'tooLarge', detail: `${megabytes} MB; the limit is 4 MB` });
  } else {
    intake.files.push({
      path,
      language: known.language.id,
      grammar: known.grammar,
      size: stats.size,
      modifiedMs: stats.mtimeMs,
      isTest: testPath.test(path),
    });
  }
}

function readManifestText(intake: Intake, path: string): boolean {
  try {
    intake.manifests.set(path, readFileSync(join(intake.root, path), 'utf8'));
    return true;
  } catch {
    return false; // It stays unknown to resolution; the file itself is listed like any other.
  }
}

function leaveOutFolder(intake: Intake, folder: string, reason: LeftOutReason, detail: string): void {
  const inside = (path: string): boolean => path.startsWith(`${folder}/`);
  intake.files = intake.files.filter(({ path }) => !inside(path));
  intake.leftOut = intake.leftOut.filter(({ path }) => !inside(path));
  for (const path of intake.manifests.keys()) if (inside(path)) intake.manifests.delete(path);
  intake.leftOut.push({ path: `${folder}/`, reason, detail });
}
