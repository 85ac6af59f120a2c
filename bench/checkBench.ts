import { appendFileSync, cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runBuiltCommandLine } from '../tests/commandLine.ts';
import { fetchDebianSource } from './debianCode.ts';

/** An order of which something breaks: the whole of a codebase is judged. */
const RULES = `yletope: 1
rules:
  - name: layers
    order: [util, io, lang]
    groups:
      util: [java/util/**]
      io: [java/io/**, java/nio/**]
      lang: [java/lang/**]
`;

/** Prints how long `yletope check` takes over a million lines, each run in a process of its own. */
export function benchCheck(): void {
  const folder = mkdtempSync(join(tmpdir(), 'yletope-check-'));
  const [code, data] = [join(folder, 'code'), join(folder, 'data')];
  try {
    cpSync(join(fetchDebianSource('openjdk-17'), 'src/java.base/share/classes'), code, { recursive: true });
    writeFileSync(join(code, 'yletope.yaml'), RULES);
    console.log('\nyletope check of java.base, each in a process of its own');
    check('nothing known yet', code, data);
    check('nothing changed', code, data);
    check('nothing changed, once more', code, data);
    appendFileSync(join(code, 'java/util/ArrayList.java'), '\n// A line more.\n');
    check('a file changed', code, data);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function check(what: string, code: string, data: string): void {
  const started = performance.now();
  const { stdout, status } = runBuiltCommandLine(data, 'check', code);
  if (status !== 1) throw new Error(`check ended with ${status}`);
  const seconds = ((performance.now() - started) / 1000).toFixed(1);
  console.log(`  ${what.padEnd(30)}${seconds} s (${stdout.trim().split('\n').at(-1)})`);
}
