import type { GrammarFile, LanguageDefinition, ParsedFile } from '../contracts/language.ts';
import type { Constructs } from '../facts/constructs.ts';
import type { FileFacts } from '../facts/fileFacts.ts';
import { unreadFacts } from './reading/assemble.ts';

/** Whatever parses with the grammars of tree-sitter. */
export interface TextParser {
  /** Null when the text takes longer than the limit to parse. */
  parse(grammar: GrammarFile, text: string): Promise<ParsedFile | null>;
}

/** A text, the language it is in, and what parses it. */
export interface LanguageText {
  text: string;
  language: LanguageDefinition;
  grammar: GrammarFile;
  /** The codebase's packed macro table. */
  macros?: Uint8Array;
}

/** The facts of a text; of one that takes too long to parse, its lines. Throws what a parser throws that gives up. */
export async function factsOf(
  { text, language: { reader }, grammar, macros }: LanguageText,
  parser: TextParser,
): Promise<FileFacts> {
  if (reader.by === 'itself') return reader.facts(text, macros);
  const parsed = await parser.parse(grammar, reader.textToParse(text, grammar, macros));
  return reading(parsed, (file) => reader.facts(text, file, macros)) ?? unreadFacts(text);
}

/** What the stretches of a text are; null when it takes too long to parse. Throws as {@link factsOf} does. */
export async function constructsOf(
  { text, language: { reader }, grammar }: LanguageText,
  parser: TextParser,
): Promise<Constructs | null> {
  if (reader.by === 'itself') return reader.constructs(text);
  const parsed = await parser.parse(grammar, reader.textToParse(text, grammar));
  return reading(parsed, (file) => reader.constructs(text, file));
}

/** What comes of a parsed file, whose tree lies outside of the collector's reach and is given back. */
function reading<T>(parsed: ParsedFile | null, read: (file: ParsedFile) => T): T | null {
  if (!parsed) return null;
  try {
    return read(parsed);
  } finally {
    parsed.tree.delete();
  }
}
