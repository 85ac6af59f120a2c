import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { randomNumbers } from '../core/shape/random.ts';

/** A codebase that is made up: so many files in so many folders, each using others. */
export interface MadeUp {
  files: number;
  folders: number;
  /** Of those before it, any; a file in twenty uses any other. */
  uses: number;
  /** Of what a file uses, the share that stands in its own folder, 0 to 1; by itself none does but by chance. */
  near?: number;
}

/** Writes it into a folder, the same each time. */
export function writeMadeUp(folder: string, { files, folders, uses, near = 0 }: MadeUp): void {
  const random = randomNumbers(5);
  const partOf = (i: number): number => Math.floor((i * folders) / files);
  const nameOf = (i: number): string => `part${partOf(i)}/file${i}`;
  for (let part = 0; part < folders; part++) mkdirSync(join(folder, `part${part}`));
  for (let i = 0; i < files; i++) {
    const first = Math.ceil((partOf(i) * files) / folders);
    const before = (): number => {
      const from = near > 0 && random() < near ? first : 0;
      return from + Math.floor(random() * (i - from));
    };
    const used = new Set(Array.from({ length: i === 0 ? 0 : uses }, before));
    if (i % 20 === 0) used.add(Math.floor(random() * files));
    used.delete(i);
    const imports = [...used].map((j) => `import { f${j} } from '../${nameOf(j)}';`);
    const calls = [...used].map((j) => `  f${j}();`);
    const text = `${imports.join('\n')}\nexport function f${i}() {\n${calls.join('\n')}\n}\n`;
    writeFileSync(join(folder, `${nameOf(i)}.ts`), text);
  }
}

/** Works something out and prints how long it took. */
export function timed<T>(what: string, work: () => T): T {
  const started = performance.now();
  const made = work();
  console.log(`  ${what.padEnd(30)}${(performance.now() - started).toFixed(0)} ms`);
  return made;
}
