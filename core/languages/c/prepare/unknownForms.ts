import type { Range } from '../../reading/tokens.ts';
import type { ShownTokens } from './shownTokens.ts';

/** How a form that the grammar does not know is shown: in part, or put as one that it knows and that uses the same names. */
export interface UnknownForm {
  blank?: Range;
  /** Text in the place of as much text. */
  put?: { at: number; text: string };
  /** Tokens that are done with. */
  hidden: readonly number[];
}

export const typeKeys: ReadonlySet<string> = new Set(['class', 'struct', 'union', 'enum', 'interface']);

/** The form that a mark is the sign of; `isHead` where it stands in the parentheses of a declaration. */
export function unknownForm(tokens: ShownTokens, at: number, isHead: boolean): UnknownForm | null {
  const text = tokens.text(at);
  if (text === '*') return memberAccess(tokens, at) ?? pointersMade(tokens, at);
  return text === '=' && isHead ? defaultOf(tokens, at) : null;
}

/** The form that begins with a word. */
export function unknownWordForm(tokens: ShownTokens, at: number): UnknownForm | null {
  const [word, next] = [tokens.text(at), tokens.text(at + 1)];
  if (word === 'new' && next === 'const')
    return { blank: [tokens.start(at + 1), tokens.end(at + 1)], hidden: [at + 1] };
  if (word === 'delete' && next === '[' && tokens.text(at + 3) === '*')
    return { blank: [tokens.start(at + 1), tokens.end(at + 2)], hidden: [at + 1, at + 2] };
  return word === 'typeid' && next === '(' ? typeAsked(tokens, at) : null;
}

/** `typeid(unsigned)`, `typeid(Gate*)`: of types it knows `sizeof` alone. */
function typeAsked(tokens: ShownTokens, at: number): UnknownForm | null {
  // Only as far as a type may reach: what closes the parenthesis may be far away, of each of many in one another.
  let end = at + 2;
  while (tokens.isWord(end) || /^[:<>,*]$/.test(tokens.text(end))) end++;
  const isPointer = tokens.text(end) === ')' && tokens.text(end - 1) === '*';
  const isType = primitive.test(tokens.text(at + 2)) || isPointer;
  return isType ? { put: { at: tokens.start(at), text: 'sizeof' }, hidden: [] } : null;
}

const primitive = /^(const|void|bool|char|short|int|long|float|double|signed|unsigned|wchar_t|char\d+_t)$/;

/** `(Type::*name)`: the grammar knows pointers to functions, but none to members. */
export function memberPointer(tokens: ShownTokens, open: number): UnknownForm | null {
  let at = open + 1;
  while (tokens.isWord(at) && tokens.text(at + 1) === ':' && tokens.text(at + 2) === ':') at += 3;
  if (at === open + 1 || tokens.text(at) !== '*') return null;
  return { blank: [tokens.start(open + 1), tokens.start(at)], hidden: between(open + 1, at) };
}

/** `template class A<B>;`, `extern template struct A<B>;`: the last of the words without which the grammar knows it; -1 for all else. */
export function instantiationBegins(tokens: ShownTokens, at: number): number {
  const last = tokens.text(at) === 'extern' ? at + 1 : at;
  return tokens.text(last) === 'template' && typeKeys.has(tokens.text(last + 1)) ? last : -1;
}

/** `(object->*member)(x)`, `object.*member`: an operation on both. */
function memberAccess(tokens: ShownTokens, star: number): UnknownForm | null {
  const isArrow = tokens.text(star - 1) === '>' && tokens.text(star - 2) === '-';
  const first = isArrow ? star - 2 : tokens.text(star - 1) === '.' ? star - 1 : star;
  const length = tokens.end(star) - tokens.start(first);
  if (first === star || length !== star - first + 1) return null;
  return { put: { at: tokens.start(first), text: '-'.padEnd(length) }, hidden: [] };
}

/** `new Type *[n]`: an array of pointers is shown as one of what they point to. */
function pointersMade(tokens: ShownTokens, star: number): UnknownForm | null {
  // A run of them is gone through once, from its first.
  if (tokens.text(star - 1) === '*') return null;
  let end = star;
  while (tokens.text(end) === '*') end++;
  if (tokens.text(end) !== '[') return null;
  let at = star - 1;
  while (tokens.text(at) !== 'new') {
    if (!tokens.isWord(at) && !/^[:<>]$/.test(tokens.text(at))) return null;
    at--;
  }
  return { blank: [tokens.start(star), tokens.start(end)], hidden: between(star + 1, end) };
}

/** `std::vector<T> list = {}`, `T* = nullptr`: a default that is empty, or of a parameter without a name. */
function defaultOf(tokens: ShownTokens, equals: number): UnknownForm | null {
  let end = equals + 1;
  while (/^[{}]$/.test(tokens.text(end))) end++;
  const isNameless = /^([*&]|const)$/.test(tokens.text(equals - 1));
  if (end === equals + 1 && isNameless) end++;
  if (end === equals + 1 || !/^[,)]$/.test(tokens.text(end))) return null;
  return { blank: [tokens.start(equals), tokens.end(end - 1)], hidden: between(equals + 1, end) };
}

/** The tokens from one up to another. */
function between(from: number, to: number): number[] {
  return Array.from({ length: to - from }, (_, i) => from + i);
}
