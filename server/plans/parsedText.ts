import { isNode, LineCounter, parseDocument } from 'yaml';
import { Problem } from '../problem.ts';

/** A file that people write is not larger, nor nested deeper, nor does it say one thing so often. */
const MOST_LETTERS = 32 * 1024 ** 2;
/** YAML takes a hundred times as long as JSON; what people write by hand is far shorter. */
const MOST_YAML = 1024 ** 2;
const DEEPEST = 60;
const MOST_ALIASES = 100;

/** The plain data of a text, and where in it something stands that a path of keys and numbers leads to: `line 3, column 5`. */
export interface ParsedText {
  data: unknown;
  placeOf(path: readonly PropertyKey[]): string;
}

/** The plain data of a text in YAML, and so in JSON too. Throws a Problem with the line and column of what is wrong. */
export function parsedText(text: string, name: string): unknown {
  return parsedWithPlaces(text, name).data;
}

/** The same with the places in it; of JSON, a path is told as it is. */
export function parsedWithPlaces(text: string, name: string): ParsedText {
  if (text.length > MOST_LETTERS) throw new Problem('badRequest', `${name} is too large: over 32 MB.`);
  if (isTooDeep(text)) throw new Problem('badRequest', `${name} is nested too deeply.`);
  const json = asJson(text);
  if (json !== undefined) return { data: json, placeOf: (path) => path.join('.') || 'the whole' };
  if (text.length > MOST_YAML)
    throw new Problem('badRequest', `${name} is no JSON, and too large for YAML: over 1 MB.`);
  const lines = new LineCounter();
  const document = parseDocument(text, { lineCounter: lines, prettyErrors: false });
  const [error] = document.errors;
  if (error) {
    const { line, col } = lines.linePos(error.pos[0]);
    throw new Problem('badRequest', `${name}, line ${line}, column ${col}: ${error.message}`);
  }
  try {
    return { data: document.toJS({ maxAliasCount: MOST_ALIASES }), placeOf };
  } catch (error) {
    throw new Problem('badRequest', `${name}: ${(error as Error).message}.`);
  }

  /** The innermost part of the path that is there. */
  function placeOf(path: readonly PropertyKey[]): string {
    for (let length = path.length; length >= 0; length--) {
      const node = document.getIn(path.slice(0, length), true);
      if (!isNode(node) || !node.range) continue;
      const { line, col } = lines.linePos(node.range[0]);
      return `line ${line}, column ${col}`;
    }
    return 'line 1, column 1';
  }
}

/** Most of what is written by programs is JSON, which is read faster as such; undefined for what is none. */
function asJson(text: string): unknown {
  if (!/^\s*[[{]/.test(text)) return undefined;
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}

/** By brackets, and by how far lines are indented: a parser that calls itself must not run out of stack. */
function isTooDeep(text: string): boolean {
  let depth = 0;
  for (const sign of text) {
    if (sign === '{' || sign === '[') depth++;
    else if (sign === '}' || sign === ']') depth--;
    if (depth > DEEPEST) return true;
  }
  return new RegExp(`^ {${DEEPEST * 4},}\\S`, 'm').test(text) || /^(?:[-?] ){60}/m.test(text);
}
