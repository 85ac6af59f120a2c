import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { onTestFinished } from 'vitest';

/** A folder with the given files that goes away when the test is over. */
export function temporaryFolder(files: Record<string, string | Uint8Array> = {}): string {
  const folder = filledFolder(files);
  onTestFinished(() => rmSync(folder, { recursive: true, force: true, maxRetries: 5 }));
  return folder;
}

/** The same for what outlives one test; whoever asks for it removes it. */
export function filledFolder(files: Record<string, string | Uint8Array> = {}): string {
  const folder = mkdtempSync(join(tmpdir(), 'yletope-'));
  for (const [path, content] of Object.entries(files)) {
    const file = join(folder, path);
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(file, content);
  }
  return folder;
}
