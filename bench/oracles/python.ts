import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { installationRoot } from '../../server/installation.ts';
import { surveyPath } from '../../tests/surveyPath.ts';
import { fetchDebianSource } from '../debianCode.ts';
import { compare, importEdges, rowOf, type Row } from './comparison.ts';

const script = join(installationRoot, 'bench', 'oracles', 'python_imports.py');

/** Imports between files, exact ones, against CPython's parser and import machinery on a search path. */
export async function comparePython(packageName: string, searchPath: string[]): Promise<Row> {
  const root = fetchDebianSource(packageName);
  const { survey } = await surveyPath(root);
  const listing = execFileSync('python3', [script, root, ...searchPath], {
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  });
  const surveyed = new Set(survey.files.map(({ path }) => path));
  const understood = new Set<string>();
  const theirs = new Set<string>();
  for (const line of listing.split('\n')) {
    const [from, to] = line.split('\t');
    if (to === undefined) understood.add(from);
    else if (surveyed.has(from) && surveyed.has(to)) theirs.add(`${from} → ${to}`);
  }
  const ours = [...importEdges(survey, 'exact')].filter((edge) => understood.has(edge.split(' → ')[0]));
  const version = execFileSync('python3', ['--version'], { encoding: 'utf8' }).trim();
  const what = {
    code: packageName,
    oracle: `import machinery of ${version}`,
    files: survey.files.length,
    required: 0.99,
  };
  return rowOf(what, compare(new Set(ours), theirs));
}
