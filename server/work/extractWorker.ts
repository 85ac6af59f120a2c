import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { FileFacts } from '../../core/facts/fileFacts.ts';
import { languageNamed } from '../../core/languages/registry.ts';
import { packFacts } from './packedFacts.ts';
import { createParserRuntime, type ParserRuntime } from './parser.ts';

/** A batch of files for one thread. */
export interface ExtractTask {
  files: { path: string; absolute: string; language: string; grammar: string }[];
}

export type ExtractResult = { path: string; hash: string } & (
  | { kind: 'facts'; packed: Uint8Array }
  | { kind: 'leftOut'; reason: 'binary' | 'minified' | 'unreadable'; detail: string }
);

let runtime: Promise<ParserRuntime> | undefined;

/**
 * Reads, hashes, parses and extracts each file of the batch. One bad file never spoils the others. An empty batch
 * only starts the parser.
 */
export default async function extractBatch(task: ExtractTask): Promise<ExtractResult[]> {
  const parser = await (runtime ??= createParserRuntime());
  const results: ExtractResult[] = [];
  for (const file of task.files) results.push(await extractFile(parser, file));
  return results;
}

async function extractFile(
  parser: ParserRuntime,
  file: ExtractTask['files'][number],
): Promise<ExtractResult> {
  const { path } = file;
  let bytes: Buffer;
  try {
    bytes = readFileSync(file.absolute);
  } catch (error) {
    const detail = (error as NodeJS.ErrnoException).code ?? 'unknown error';
    return { path, hash: '', kind: 'leftOut', reason: 'unreadable', detail };
  }
  const hash = createHash('sha256').update(bytes).digest('hex');
  const text = decode(bytes);
  if (text === null) return { path, hash, kind: 'leftOut', reason: 'binary', detail: 'it holds NUL bytes' };
  const dense = minifiedBecause(text);
  if (dense) return { path, hash, kind: 'leftOut', reason: 'minified', detail: dense };
  return { path, hash, kind: 'facts', packed: packFacts(await factsOf(parser, file, text)) };
}

async function factsOf(
  parser: ParserRuntime,
  { language: id, grammar }: ExtractTask['files'][number],
  text: string,
): Promise<FileFacts> {
  const definition = languageNamed(id);
  if (!definition) throw new Error(`No language ${id}`);
  const language = await parser.language(grammar);
  let tree = null;
  try {
    tree = parser.parse(language, definition.textToParse(text, grammar));
    if (tree) return definition.read(text, { tree, calls: parser.calls, language });
  } catch {
    // The parser itself gave up, as it may on absurd nesting; its state cannot be trusted after that.
    runtime = undefined;
  } finally {
    tree?.delete();
  }
  return definition.unread(text);
}

const NUL_WINDOW = 8192;

/** The text of a file, by its byte order mark or as UTF-8; null when it is not text. */
export function decode(bytes: Buffer): string | null {
  if (bytes.length >= 2 && bytes[0] === 0xff && bytes[1] === 0xfe)
    return new TextDecoder('utf-16le').decode(bytes);
  if (bytes.length >= 2 && bytes[0] === 0xfe && bytes[1] === 0xff)
    return new TextDecoder('utf-16be').decode(bytes);
  if (bytes.subarray(0, NUL_WINDOW).includes(0)) return null;
  return new TextDecoder('utf-8').decode(bytes);
}

/** Machine-made density: at least 20 kB, and lines of over 500 characters on average. */
function minifiedBecause(text: string): string | null {
  if (text.length < 20_000) return null;
  let lines = 1;
  for (let at = text.indexOf('\n'); at !== -1; at = text.indexOf('\n', at + 1)) lines++;
  const mean = Math.round(text.length / lines);
  return mean > 500 ? `its lines have ${mean} characters on average` : null;
}
