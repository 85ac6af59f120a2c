import { isMap, isNode, type Document } from 'yaml';
import { Problem } from '../problem.ts';
import { boundedYaml, MOST_ALIASES } from './boundedYaml.ts';

/** A file that people write is not larger, nor nested deeper. */
const MOST_LETTERS = 32 * 1024 ** 2;
const DEEPEST = 60;

/** The plain data of a text, and where in it something stands that a path of keys and numbers leads to: `line 3, column 5`. */
export interface ParsedText {
  data: unknown;
  placeOf(path: readonly PropertyKey[], ofKey?: boolean): string;
}

/** The plain data of a text in YAML, and so in JSON too. Throws a Problem with the line and column of what is wrong. */
export function parsedText(text: string, name: string): unknown {
  return parsedWithPlaces(text, name).data;
}

/** The same with the places in it; of JSON, a path is told as it is. */
export function parsedWithPlaces(text: string, name: string): ParsedText {
  const json = asJson(text, name);
  if (json !== undefined) return { data: json, placeOf: (path) => path.join('.') || 'the whole' };
  const { document, lines } = boundedYaml(text, name);
  const data = plainData(document, name);
  refuseProto(text, data, name);
  return {
    data,
    placeOf(path, ofKey = false) {
      const { line, col } = lines.linePos(offsetOf(document, path, ofKey));
      return `line ${line}, column ${col}`;
    },
  };
}

/** The document of a text in YAML or JSON, to be changed and written again. Throws a Problem. */
export function editableText(text: string, name: string): Document {
  refuseUnbounded(text, name);
  return boundedYaml(text, name).document;
}

function plainData(document: Document, name: string): unknown {
  try {
    return document.toJS({ maxAliasCount: MOST_ALIASES });
  } catch {
    throw new Problem('badRequest', `${name}: its aliases (*name) are nested too often.`);
  }
}

/** Where the innermost part of a path stands that is there: its value, or, where the key is what is meant, the key. */
function offsetOf(document: Document, path: readonly PropertyKey[], ofKey: boolean): number {
  if (ofKey) {
    const around = path.length === 1 ? document.contents : document.getIn(path.slice(0, -1), true);
    const pair = isMap(around) ? around.items.find(({ key }) => String(key) === path.at(-1)) : undefined;
    if (isNode(pair?.key) && pair.key.range) return pair.key.range[0];
  }
  for (let length = path.length; length >= 0; length--) {
    const node = document.getIn(path.slice(0, length), true);
    if (isNode(node) && node.range) return node.range[0];
  }
  return 0;
}

function refuseUnbounded(text: string, name: string): void {
  if (text.length > MOST_LETTERS) throw new Problem('badRequest', `${name} is too large: over 32 MB.`);
  if (isTooDeep(text)) throw new Problem('badRequest', `${name} is nested too deeply.`);
}

/** Most of what is written by programs is JSON, which is read faster as such; undefined for what is none. */
function asJson(text: string, name: string): unknown {
  refuseUnbounded(text, name);
  if (!/^\s*[[{]/.test(text)) return undefined;
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return undefined;
  }
  refuseProto(text, data, name);
  return data;
}

/** A key by which an object would get another prototype instead of an entry is refused. O(text). */
function refuseProto(text: string, data: unknown, name: string): void {
  // An escape may spell it as well.
  if (!/__proto__|\\[ux]/.test(text)) return;
  const waiting = [data];
  while (waiting.length > 0) {
    const at = waiting.pop();
    if (typeof at !== 'object' || at === null) continue;
    if (Object.hasOwn(at, '__proto__'))
      throw new Problem('badRequest', `${name}: “__proto__” is not allowed as a name.`);
    for (const value of Object.values(at)) waiting.push(value);
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
