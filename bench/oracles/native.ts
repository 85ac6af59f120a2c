import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { surveyPath } from '../../tests/surveyPath.ts';
import { fetchDebianSource } from '../debianCode.ts';
import { compare, importEdges, rowOf, type Row } from './comparison.ts';

/**
 * Includes of C and C++ against `gcc -H`, directive by directive. gcc is shown a copy of the tree in which all files
 * are empty but for the includes of the one in question, each behind `__has_include`: so that it says where every
 * directive leads by its own search, whatever configuration switches it on, and no header's content is in the way.
 * `includePaths` are those that the project's own build gives.
 */
export async function compareNative(packageName: string, includePaths: string[]): Promise<Row> {
  const root = fetchDebianSource(packageName);
  const { survey } = await surveyPath(root);
  const native = survey.files.filter(({ language }) => language === 'c' || language === 'cpp');
  const shadow = mkdtempSync(join(tmpdir(), 'yletope-gcc-'));
  try {
    for (const { path } of native) {
      mkdirSync(dirname(join(shadow, path)), { recursive: true });
      writeFileSync(join(shadow, path), '');
    }
    const theirs = new Set<string>();
    for (const { path, language } of native) {
      for (const target of includedBy(root, shadow, path, language === 'cpp', includePaths))
        if (target !== path) theirs.add(`${path} → ${target}`);
    }
    const known = new Set(native.map(({ path }) => path));
    const ours = ['exact', 'inferred'] as const;
    const edges = ours.flatMap((certainty) => [...importEdges(survey, certainty)]);
    const found = new Set(edges.filter((edge) => known.has(edge.split(' → ')[0])));
    const version = execFileSync('gcc', ['-dumpfullversion'], { encoding: 'utf8' }).trim();
    const what = { code: packageName, oracle: `gcc ${version} -H`, files: native.length, required: 0.99 };
    return rowOf(what, compare(found, theirs));
  } finally {
    rmSync(shadow, { recursive: true, force: true });
  }
}

/** The files that the include directives of a file lead to, by gcc's search. */
function includedBy(
  root: string,
  shadow: string,
  path: string,
  isCpp: boolean,
  includePaths: string[],
): string[] {
  const commentOrString = /"(?:[^"\\\n]|\\.)*"|\/\/[^\n]*|\/\*[^]*?\*\//g;
  const text = readFileSync(join(root, path), 'latin1').replace(commentOrString, (found) =>
    found.startsWith('"') ? found : found.replace(/[^\n]/g, ' '),
  );
  const names = [...text.matchAll(/^[ \t]*#[ \t]*include[ \t]*("[^"\n]+"|<[^>\n]+>)/gm)].map(
    (match) => match[1],
  );
  if (names.length === 0) return [];
  const probe = names.map((name) => `#if __has_include(${name})\n#include ${name}\n#endif\n`).join('');
  // Beside the file, under another name, for some files include themselves.
  const asked = join(shadow, dirname(path), 'yletope-probe');
  writeFileSync(asked, probe);
  const paths = includePaths.flatMap((folder) => ['-I', join(shadow, folder)]);
  const options = ['-H', '-E', '-w', '-x', isCpp ? 'c++' : 'c', ...paths, asked];
  try {
    const { stderr } = run('gcc', options);
    return stderr
      .split('\n')
      .filter((line) => line.startsWith('. '))
      .map((line) => relative(shadow, line.slice(2)))
      .filter((target) => !target.startsWith('..'));
  } finally {
    rmSync(asked);
  }
}

function run(command: string, options: string[]): { stderr: string } {
  const script = 'exec "$@" 2>&1 >/dev/null';
  return {
    stderr: execFileSync('sh', ['-c', script, 'sh', command, ...options], {
      encoding: 'utf8',
      maxBuffer: 1 << 26,
    }),
  };
}
