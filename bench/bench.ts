import { cpSync, mkdtempSync, rmSync, statSync, existsSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installationRoot } from '../server/installation.ts';
import { benchMatrix } from './browserBench.ts';
import { fetchDebianSource } from './debianCode.ts';
import { largeBench } from './largeBench.ts';
import { benchLoad } from './loadBench.ts';
import { benchLooking } from './lookingBench.ts';
import { benchCheck } from './checkBench.ts';
import { benchRules } from './rulesBench.ts';
import { benchShape } from './shapeBench.ts';
import { fetchPackage, realPackages } from './realCode.ts';

/**
 * `npm run bench`: throughput of a survey beside that of a bare parse and walk of the same files, all in one run on
 * one machine, and what the matrix takes in a browser. Each survey runs in a process of its own, for its memory.
 */
interface Pass {
  milliseconds: number;
  againMilliseconds: number | null;
  peakMemory: number;
  files: number;
  lines: number;
}

function pass(kind: 'bare' | 'intake' | 'survey', root: string, data: string, changed?: string): Pass {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [
      join(installationRoot, 'build', 'node', 'benchPass.js'),
      kind,
      root,
      ...(changed === undefined ? [] : [changed]),
    ],
    { encoding: 'utf8', env: { ...process.env, YLETOPE_DATA: data }, cwd: installationRoot },
  );
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(stdout) as Pass;
}

function databaseBytes(data: string): number {
  return ['yletope.db', 'yletope.db-wal']
    .map((name) => join(data, name))
    .filter((file) => existsSync(file))
    .reduce((sum, file) => sum + statSync(file).size, 0);
}

if (process.argv[2] === '--large') {
  await largeBench(process.argv[3]);
  process.exit();
}

const megabytes = (bytes: number): string => `${Math.round(bytes / 1024 / 1024)}`;
const work = mkdtempSync(join(tmpdir(), 'yletope-bench-'));
console.log(
  'package           files    lines  sheet s   bare s   cold s  cold/bare  lines/s  again s  again/cold  peak MB    db MB',
);
const printed = (
  name: string,
  sheet: number,
  bare: number,
  cold: number,
  again: number,
  lines: number,
  files: number,
  peak: number,
  db: number,
) =>
  console.log(
    [
      name.padEnd(15),
      String(files).padStart(7),
      String(lines).padStart(8),
      (sheet / 1000).toFixed(2).padStart(8),
      (bare / 1000).toFixed(2).padStart(8),
      (cold / 1000).toFixed(2).padStart(8),
      (cold / bare).toFixed(2).padStart(10),
      String(Math.round(lines / (cold / 1000))).padStart(8),
      (again / 1000).toFixed(2).padStart(8),
      (again / cold).toFixed(3).padStart(11),
      megabytes(peak).padStart(8),
      megabytes(db).padStart(8),
    ].join(' '),
  );

/** Files count as settled some seconds after they were written: what a codebase holds was not written just now. */
const SETTLED_MS = 2_500;

async function benchRoot(name: string, root: string, changed: string): Promise<void> {
  await new Promise((resolve) => setTimeout(resolve, SETTLED_MS));
  const data = join(work, `data-${name}`);
  const bare = pass('bare', root, data);
  const sheet = pass('intake', root, join(work, `sheet-${name}`));
  const cold = pass('survey', root, data, changed);
  printed(
    name,
    sheet.milliseconds,
    bare.milliseconds,
    cold.milliseconds,
    cold.againMilliseconds!,
    cold.lines,
    cold.files,
    cold.peakMemory,
    databaseBytes(data),
  );
}

const changedFile: Record<string, string> = {
  'effect@4.1.0': 'src/Array.ts',
  'three@0.187.0': 'src/Three.js',
  'tldraw@5.1.1': 'src/index.ts',
  'rxjs@7.8.2': 'src/index.ts',
};

/** Code of the other languages, and the file of each that is changed for the second survey. */
const otherLanguages: { name: string; code: string; folder: string; changed: string }[] = [
  {
    name: 'java.base',
    code: 'openjdk-17',
    folder: 'src/java.base/share/classes',
    changed: 'java/util/ArrayList.java',
  },
  {
    // Shapes that no product has, which linking must not take long over either.
    name: 'java tests',
    code: 'openjdk-17',
    folder: 'test/jdk/java',
    changed: 'beans/Introspector/MethodOrderException.java',
  },
  { name: 'newtonsoft C#', code: 'newtonsoft-json', folder: 'Src', changed: 'Newtonsoft.Json/JsonReader.cs' },
  { name: 'django', code: 'python-django', folder: 'django', changed: 'forms/forms.py' },
  { name: 'django whole', code: 'python-django', folder: '.', changed: 'django/forms/forms.py' },
  { name: 'curl', code: 'curl', folder: '.', changed: 'lib/easy.c' },
  { name: 'openssl C', code: 'openssl', folder: '.', changed: 'ssl/ssl_lib.c' },
  { name: 'poco C++', code: 'poco', folder: '.', changed: 'Foundation/src/Path.cpp' },
];

/** `npm run bench -- curl poco` runs only what is so named; `looking`, `rules`, `shape`, `check`, `load` and `browser` are the parts after the table. */
const asked = process.argv.slice(2);
const isAsked = (name: string): boolean => asked.length === 0 || asked.some((word) => name.includes(word));
try {
  for (const specifier of realPackages.filter(isAsked)) {
    const root = join(work, specifier);
    cpSync(fetchPackage(specifier), root, { recursive: true });
    await benchRoot(specifier, root, join(root, changedFile[specifier]));
  }
  if (isAsked('all together')) {
    const together = join(work, 'together');
    for (const specifier of realPackages)
      cpSync(fetchPackage(specifier), join(together, specifier), { recursive: true });
    await benchRoot('all together', together, join(together, 'rxjs@7.8.2', 'src/index.ts'));
  }
  for (const { name, code, folder, changed } of otherLanguages.filter(({ name: own }) => isAsked(own))) {
    const root = join(work, name);
    cpSync(join(fetchDebianSource(code), folder), root, { recursive: true });
    await benchRoot(name, root, join(root, changed));
  }
  if (isAsked('looking')) await benchLooking();
  if (isAsked('rules')) await benchRules();
  if (isAsked('shape')) await benchShape(10_000);
  // Takes minutes, and is asked for by its name.
  if (asked.includes('large-shape')) await benchShape(100_000);
  if (isAsked('check')) benchCheck();
  if (isAsked('load')) await benchLoad(fetchDebianSource('python-django'));
  if (isAsked('browser')) await benchMatrix();
} finally {
  rmSync(work, { recursive: true, force: true });
}
