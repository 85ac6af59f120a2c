import {
  Composer,
  isMap,
  isScalar,
  LineCounter,
  Lexer,
  Parser,
  visit,
  type CST,
  type Document,
  type YAMLError,
} from 'yaml';
import { Problem } from '../problem.ts';

/** YAML takes a hundred times as long as JSON; what people write by hand is far shorter. */
const MOST_LETTERS = 1024 ** 2;
/** Words and signs, blanks and comments aside: some 20,000 files of a plan. */
const MOST_PARTS = 200_000;
export const MOST_ALIASES = 100;
const LONGEST_MS = 5_000;

export interface YamlText {
  document: Document;
  lines: LineCounter;
}

/**
 * A text as a YAML document with places. It is read word by word and given up where it is too long, by letters, words or time, for
 * the parser takes the square of some texts; keys that stand twice are looked for in linear time. Throws a Problem with the line
 * and column of what is wrong.
 */
export function boundedYaml(text: string, name: string): YamlText {
  if (text.length > MOST_LETTERS)
    throw new Problem('badRequest', `${name} is not JSON, and too large for YAML (over 1 MB).`);
  const lines = new LineCounter();
  const refuse = (offset: number, why: string): never => {
    const { line, col } = lines.linePos(offset);
    throw new Problem('badRequest', `${name}, line ${line}, column ${col}: ${why}`);
  };
  const composer = new Composer({ uniqueKeys: false, prettyErrors: false });
  const documents = [...composer.compose(tokensOf(text, name, lines), true, text.length)];
  const document = documents[0] as Document;
  const [error] = document.errors;
  if (error) refuse(error.pos[0], sentences[error.code] ?? 'this is not valid YAML.');
  if (documents.length > 1)
    refuse(documents[1].range[0], 'a second document starts here; the file must contain exactly one.');
  refuseDoubledKeys(document, refuse);
  return { document, lines };
}

/** Tokens up to the first that is an error; blanks and comments are no parts. */
function tokensOf(text: string, name: string, lines: LineCounter): CST.Token[] {
  const tokens: CST.Token[] = [];
  lines.addNewLine(0);
  const parser = new Parser(lines.addNewLine);
  const until = performance.now() + LONGEST_MS;
  let parts = 0;
  let aliases = 0;
  for (const lexeme of new Lexer().lex(text)) {
    if (/\S/.test(lexeme) && !lexeme.startsWith('#')) parts++;
    if (lexeme.startsWith('*')) aliases++;
    if (parts > MOST_PARTS)
      throw new Problem('badRequest', `${name} is too long for YAML: over ${MOST_PARTS / 1000},000 tokens.`);
    if (aliases > MOST_ALIASES)
      throw new Problem('badRequest', `${name} contains more than ${MOST_ALIASES} aliases (*name).`);
    if (performance.now() > until)
      throw new Problem(
        'badRequest',
        `${name} could not be read as YAML within ${LONGEST_MS / 1000} seconds.`,
      );
    for (const token of parser.next(lexeme)) {
      tokens.push(token);
      if (token.type === 'error') return tokens;
    }
  }
  tokens.push(...parser.end());
  return tokens;
}

function refuseDoubledKeys(document: Document, refuse: (offset: number, why: string) => never): void {
  visit(document, {
    Map(_, map) {
      const known = new Set<unknown>();
      for (const { key } of map.items) {
        if (!isScalar(key))
          refuse(isMap(map) ? (map.range?.[0] ?? 0) : 0, 'this key is a list or a map; a key must be text.');
        const { value, range } = key as { value: unknown; range?: [number, number, number] | null };
        if (known.has(String(value)))
          refuse(range?.[0] ?? 0, `the key “${String(value)}” occurs twice here.`);
        known.add(String(value));
      }
    },
  });
}

/** What is wrong with a text, in words of ours. */
const sentences: Partial<Record<YAMLError['code'], string>> = {
  ALIAS_PROPS: 'an alias (*name) has neither an anchor nor a tag.',
  BAD_ALIAS: 'this alias (*name) is not well formed.',
  BAD_DIRECTIVE: 'this directive (%) is not known.',
  BAD_DQ_ESCAPE: 'this escape is not known: in double quotes, write \\\\ for a backslash.',
  BAD_INDENT: 'the indentation of this line does not match the lines it belongs to.',
  BAD_SCALAR_START: 'a text may not start with this character: put it in quotes.',
  BLOCK_AS_IMPLICIT_KEY: 'a key and a value within another value: start a new line, or use quotes.',
  BLOCK_IN_FLOW: 'an indented list or map is not allowed within brackets.',
  IMPOSSIBLE: 'this is not valid YAML.',
  KEY_OVER_1024_CHARS: 'a key is longer than 1,024 characters.',
  MISSING_CHAR: 'a bracket, quote, comma or colon is missing here.',
  MULTILINE_IMPLICIT_KEY: 'a key goes over several lines: a colon or a quote may be missing.',
  MULTIPLE_ANCHORS: 'one value has several anchors (&name).',
  MULTIPLE_DOCS: 'a second document starts here; the file must contain exactly one.',
  MULTIPLE_TAGS: 'one value has several tags (!name).',
  TAB_AS_INDENT: 'a tab is used for indentation: use spaces.',
  TAG_RESOLVE_FAILED: 'this tag (!name) is not known.',
  UNEXPECTED_TOKEN: 'this character is not allowed here.',
};
