import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { installationRoot } from '../server/installation.ts';

const languages = join(installationRoot, 'core', 'languages');

/** One case of a corpus: a heading with the file's name in brackets, the source, and the expected facts. */
export interface CorpusCase {
  heading: string;
  file: string;
  source: string;
  expected: string[];
}

/** A file of cases: a line `=== title (file name)`, the source, a line `---`, and the expected facts. */
export interface CorpusFile {
  language: string;
  name: string;
  path: string;
  cases: CorpusCase[];
}

/** The corpora of all languages. */
export function corpusFiles(): CorpusFile[] {
  return readdirSync(languages)
    .filter((language) => existsSync(join(languages, language, 'corpus')))
    .flatMap((language) => {
      const folder = join(languages, language, 'corpus');
      return readdirSync(folder)
        .filter((name) => name.endsWith('.txt'))
        .map((name) => {
          const path = join(folder, name);
          return { language, name, path, cases: casesOf(readFileSync(path, 'utf8')) };
        });
    });
}

function casesOf(text: string): CorpusCase[] {
  return text
    .split(/^=== /m)
    .slice(1)
    .map((part) => {
      const [heading, ...rest] = part.split('\n');
      const [source, expected = ''] = rest.join('\n').split(/^---\n/m);
      const file = /\(([^)]+)\)$/.exec(heading)?.[1] ?? 'case.ts';
      return { heading, file, source, expected: expected.trim().split('\n') };
    });
}
