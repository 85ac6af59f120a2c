import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { FORM, KIND } from '../../core/facts/fileFacts.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { typeHierarchy } from '../../core/hierarchy/typeHierarchy.ts';
import { installationRoot } from '../../server/installation.ts';
import { surveyPath } from '../../tests/surveyPath.ts';
import { fetchDebianSource } from '../debianCode.ts';
import { filesByPath, linesIn, MADE, scoreSites, type Site } from './sites.ts';
import type { UseScore } from './uses.ts';

const script = join(installationRoot, 'bench', 'oracles', 'python_calls.py');
const packages = join(installationRoot, '.cache', 'debian', 'python');

/** How a project runs its own tests. */
export interface PythonRun {
  folder?: string;
  searchPath: string[];
  /** The folder they are run in, and what is run there. */
  runIn: string;
  command: string[];
  /** Debian packages that they need beside Python. */
  needs?: string[];
}

/**
 * Calls of Python against a traced run of a project's own tests (`sys.setprofile`). A run knows only what it came by: right or wrong are
 * therefore only names that it called on their line. What is run may override what the text names: that counts as found as well.
 */
export async function comparePythonUses(packageName: string, run: PythonRun): Promise<UseScore> {
  const root = join(fetchDebianSource(packageName), run.folder ?? '.');
  const { survey } = await surveyPath(root);
  const listing = execFileSync(
    'python3',
    [script, root, run.searchPath.join(','), run.runIn, ...run.command],
    {
      encoding: 'utf8',
      maxBuffer: 1 << 28,
      env: { ...process.env, PYTHONPATH: installed(run.needs ?? []) },
      stdio: ['ignore', 'pipe', 'ignore'],
    },
  );
  const version = execFileSync('python3', ['--version'], { encoding: 'utf8' }).trim();
  const what = { code: packageName, oracle: `tests run by ${version}` };
  return scoreSites(what, survey, sitesOf(survey, listing, root), { ofRun: true });
}

/** Where Debian packages of Python's are unpacked, for the search path. */
function installed(names: readonly string[]): string {
  mkdirSync(packages, { recursive: true });
  for (const name of names) {
    if (existsSync(join(packages, name))) continue;
    execFileSync('apt-get', ['-qq', 'download', name], {
      cwd: packages,
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    const file = readdirSync(packages).find((each) => each.startsWith(`${name}_`))!;
    execFileSync('dpkg', ['-x', file, name], { cwd: packages });
  }
  return names.map((name) => join(packages, name, 'usr/lib/python3/dist-packages')).join(':');
}

function sitesOf(survey: SurveyedCodebase, listing: string, root: string): Site[] {
  const { elements } = survey;
  const { parents } = typeHierarchy(survey);
  const files = filesByPath(survey);
  /** Decorators stand before the line that a routine begins on here. */
  const MOST_DECORATED = 12;
  const routineAt = (path: string, line: number, name: string): number => {
    const file = files.get(path) ?? -1;
    for (let e = file + 1; file >= 0 && e < elements.subtreeEnd[file]; e++) {
      const begins = elements.startLine[e];
      if (
        elements.kind[e] === KIND.routine &&
        elements.name[e] === name &&
        begins >= line &&
        begins <= line + MOST_DECORATED
      )
        return e;
    }
    return -1;
  };
  const overridden = (routine: number): number[] => {
    const found = [routine];
    const types = [elements.parent[routine]];
    for (const type of types)
      for (const { element } of parents.get(type) ?? []) {
        if (types.includes(element) || element >= elements.firstExternal) continue;
        types.push(element);
        for (let e = element + 1; e < elements.subtreeEnd[element]; e++)
          if (elements.parent[e] === element && elements.name[e] === elements.name[routine]) found.push(e);
      }
    return found;
  };
  const linesOf = linesIn(root);
  /** True where a line bears a name; a routine that makes instances mostly runs without being named. */
  const names = (path: string, line: number, name: string): boolean =>
    linesOf(path)[line - 1]?.includes(name) === true;
  return listing.split('\n').flatMap((line): Site[] => {
    const [path, at, to, begins, name] = line.split('\t');
    if (name === undefined) return [];
    const routine = routineAt(to, Number(begins), name);
    if (routine < 0) return [];
    const isMade =
      elements.form[routine] === FORM.constructor || (name === '__new__' && !names(path, Number(at), name));
    return [
      {
        path,
        line: Number(at),
        kind: isMade ? 'construct' : 'call',
        name: isMade ? MADE : name,
        to: overridden(routine),
      },
    ];
  });
}
