import { createHash } from 'node:crypto';
import { deflateRawSync } from 'node:zlib';
import { unreadFacts } from '../../core/languages/reading/assemble.ts';
import { constructsOf, factsOf, type LanguageText } from '../../core/languages/readText.ts';
import { languageNamed } from '../../core/languages/registry.ts';
import type { Constructs } from '../../core/facts/constructs.ts';
import { decode } from '../source/decode.ts';
import type { FileLocation } from '../source/codeSource.ts';
import { readLocation } from '../source/readLocation.ts';
import { packFacts } from './packedFacts.ts';
import { createParserRuntime, type ParserRuntime } from './parser.ts';

/** A batch of files for one thread. */
export interface ExtractTask {
  files: { path: string; location: FileLocation; language: string; grammar: string; macroTable?: string }[];
  /** Packed macro tables by the id that files name, in memory that threads share. */
  macroTables: Record<string, Uint8Array>;
  /** True when the texts are to be given back too, for they may be gone later. */
  keepsTexts: boolean;
}

export type ExtractResult = { path: string; hash: string } & (
  | { kind: 'facts'; packed: Uint8Array; /** Deflated. */ text?: Uint8Array }
  | { kind: 'leftOut'; reason: 'binary' | 'unreadable'; detail: string }
);

let runtime: Promise<ParserRuntime> | undefined;

/**
 * Reads, hashes, parses and extracts each file of the batch. One bad file never spoils the others. An empty batch
 * only starts the parser.
 */
export default async function extractBatch(task: ExtractTask): Promise<ExtractResult[]> {
  const results: ExtractResult[] = [];
  if (task.files.length === 0) await (runtime ??= createParserRuntime());
  for (const file of task.files)
    results.push(await extractFile(file, macroTableOf(task, file.macroTable), task.keepsTexts));
  return results;
}

/** A text to be taken apart for reading. */
export interface ConstructsTask {
  text: string;
  language: string;
  grammar: string;
}

/** What the stretches of a text are; null when it cannot be parsed. */
export async function constructsOfText({
  text,
  language,
  grammar,
}: ConstructsTask): Promise<Constructs | null> {
  return withParser(null, (parser) => constructsOf({ text, language: needed(language), grammar }, parser));
}

/** What a parser gives, or `otherwise` when it gives up, as it may on absurd nesting; it cannot be trusted after that. */
async function withParser<T>(otherwise: T, read: (parser: ParserRuntime) => Promise<T>): Promise<T> {
  const parser = await (runtime ??= createParserRuntime());
  try {
    return await read(parser);
  } catch {
    runtime = undefined;
    return otherwise;
  }
}

function needed(id: string): LanguageText['language'] {
  const language = languageNamed(id);
  if (!language) throw new Error(`No language ${id}`);
  return language;
}

let last: { id: string; bytes: Uint8Array } | null = null;

/** The same object for all files that name the same id, for languages open it once. */
function macroTableOf({ macroTables }: ExtractTask, id: string | undefined): Uint8Array | undefined {
  if (id === undefined) return undefined;
  if (last?.id !== id) last = { id, bytes: macroTables[id] };
  return last.bytes;
}

async function extractFile(
  file: ExtractTask['files'][number],
  macros: Uint8Array | undefined,
  keepsText: boolean,
): Promise<ExtractResult> {
  const { path } = file;
  let bytes: Buffer;
  try {
    bytes = await readLocation(file.location);
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    const detail = code === 'ENOENT' ? 'it was removed during the survey' : (code ?? message);
    return { path, hash: '', kind: 'leftOut', reason: 'unreadable', detail };
  }
  const hash = createHash('sha256').update(bytes).digest('hex');
  const text = decode(bytes);
  if (text === null)
    return { path, hash, kind: 'leftOut', reason: 'binary', detail: 'it contains NUL bytes' };
  const language = needed(file.language);
  const facts = await withParser(null, (parser) =>
    factsOf({ text, language, grammar: file.grammar, macros }, parser),
  );
  const packed = packFacts(facts ?? unreadFacts(text));
  return keepsText
    ? { path, hash, kind: 'facts', packed, text: deflateRawSync(text, { level: 1 }) }
    : { path, hash, kind: 'facts', packed };
}
