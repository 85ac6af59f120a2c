import { EXPRESSION, REFERENCE } from '../../facts/fileFacts.ts';
import type { ReferenceList } from '../reading/walk.ts';
import type { MacroDefinition } from './prepare/macros.ts';
import type { NativeReading } from './reading.ts';

/** Words of the languages, of which none names anything that a codebase declares. */
const words = new Set(
  `alignas alignof and asm auto bool break case catch char class compl const constexpr const_cast continue co_await co_return
  co_yield decltype default defined delete do double dynamic_cast else enum explicit extern false float for friend goto if inline
  int long mutable namespace new noexcept not nullptr operator or private protected public register reinterpret_cast requires
  restrict return short signed sizeof static static_assert static_cast struct switch template this thread_local throw true try
  typedef typeid typename typeof union unsigned using virtual void volatile wchar_t while xor NULL __VA_ARGS__ __VA_OPT__
  __FILE__ __LINE__ __func__ __FUNCTION__ __DATE__ __TIME__`.split(/\s+/),
);

/** A string, a character, a comment, a number, or a name, qualified or with what stands before it that may take its meaning away. */
const token =
  /"(?:[^"\\\n]|\\[^])*"|'(?:[^'\\\n]|\\[^])*'|\/\/[^\n]*|\/\*[^]*?\*\/|(?:(?:\.|->|##?|\bgoto\b)\s*)?[A-Za-z_$][\w$]*(?:\s*::\s*[A-Za-z_$][\w$]*)*|[\d][\w.']*/g;
/** Behind a type, a variable whose name is pasted together and what it is made with: `Entry e##x(x, 1)`, no prototype. */
const makesPasted =
  /^\s+(?=\w*\s*##)[\w\s#]+\((?!\s*(?:\)|void\b|const\b|[A-Za-z_]\w*(?:\s*[*&]+\s*|\s+)[A-Za-z_]))/;
const head = /^\s*#\s*define\s+[\w$]+(\([^)]*\))?/;

/**
 * What the bodies of macros use: names that are followed by a parenthesis are called, others read; of members those that are
 * called. A body means what its words mean where it is put, so that this is never more than inferred. Left out are parameters,
 * what is pasted together, labels, the macro's own name, and what `if (0)` leaves out. O(text).
 */
export function referMacroBodies(reading: NativeReading, into: ReferenceList): void {
  const { text, macros } = reading;
  for (const { declaration, directive, macro } of macros) {
    let source = text
      .slice(directive.start, directive.end)
      .replace(/\\\r?\n/g, (joined) => ' '.repeat(joined.length));
    const begin = head.exec(source)?.[0].length ?? source.length;
    const dead = /\bif\s*\(\s*0\s*\)\s*(?:\{[^{}]*\}|[^;{}]*;)/g;
    source = source.replace(dead, (text) => ' '.repeat(text.length));
    token.lastIndex = begin;
    for (let match = token.exec(source); match; match = token.exec(source)) {
      const name = /[A-Za-z_$][\w$]*$/.exec(match[0])?.[0];
      if (name === undefined) continue;
      const end = match.index + match[0].length;
      if (/^\s*##/.test(source.slice(end, end + 8))) {
        const meant = match[0] === name ? pasted(reading, name, source.slice(end, end + 80), macro) : 0;
        into.addAt(REFERENCE.call, declaration, directive.start + end - name.length, meant);
        continue;
      }
      const behind = source.slice(end, end + 200);
      const isCalled = /^\s*\(/.test(behind) || makesPasted.test(behind);
      const isMember = /^(\.|->)/.test(match[0]) && isCalled && !(macro.parameters ?? []).includes(name);
      if (!isMember && !isName(match[0], name, macro)) continue;
      const kind = isCalled ? REFERENCE.call : REFERENCE.read;
      const meant = isMember
        ? memberOf(reading, source.slice(begin, match.index), match[0].startsWith('-'), name, macro)
        : qualified(reading, match[0].split('::'));
      into.addAt(kind, declaration, directive.start + end - name.length, meant);
    }
  }
}

/** `LOG_ ## level` names what it is given with the level; 0 where more is pasted, or none of it is a parameter. */
function pasted(
  { expressions }: NativeReading,
  name: string,
  behind: string,
  { parameters }: MacroDefinition,
): number {
  const given = /^\s*##\s*([A-Za-z_$][\w$]*)(?!\w|\s*##)/.exec(behind)?.[1];
  const place = given === undefined || parameters?.includes(name) ? -1 : (parameters ?? []).indexOf(given);
  return place < 0 ? 0 : expressions.add(EXPRESSION.pasted, expressions.name(name), place);
}

/** What stands before a member: a name, or a call of one. */
const receiver = /([A-Za-z_$][\w$]*(?:\s*::\s*[A-Za-z_$][\w$]*)*)\s*$/;

/** What `a.b(`, or `a(…)->b(`, calls, by the text before it; where nothing is known of that, by the name `b` alone. */
function memberOf(
  reading: NativeReading,
  before: string,
  isArrow: boolean,
  name: string,
  { parameters }: MacroDefinition,
): number {
  const { expressions } = reading;
  const text = before.trimEnd();
  const isCall = text.endsWith(')');
  const named = receiver.exec(isCall ? text.slice(0, openingOf(text)) : text)?.[1];
  let object = 0;
  if (named !== undefined && !words.has(named) && !(parameters ?? []).includes(named)) {
    object = qualified(reading, named.split('::'));
    if (isCall) object = expressions.add(EXPRESSION.result, object, 0);
    if (isArrow) object = expressions.add(EXPRESSION.arrow, object);
  }
  return expressions.add(EXPRESSION.member, object, expressions.name(name));
}

/** Where the parenthesis opens that a text ends with; 0 for none. */
function openingOf(text: string): number {
  let depth = 0;
  for (let at = text.length - 1; at >= 0; at--) {
    if (text[at] === ')') depth++;
    else if (text[at] === '(' && --depth === 0) return at;
  }
  return 0;
}

/** What `a`, or `a::b`, means. */
function qualified({ expressions }: NativeReading, words: readonly string[]): number {
  const [first, ...rest] = words.map((word) => expressions.name(word.trim()));
  return rest.reduce(
    (value, word) => expressions.add(EXPRESSION.member, value, word),
    expressions.add(EXPRESSION.name, first, 0),
  );
}

function isName(found: string, name: string, { name: own, parameters }: MacroDefinition): boolean {
  const isQualified = /^[A-Za-z_$][\w$\s]*::/.test(found) && !found.startsWith('std');
  if (/^["'/\d]/.test(found) || (found !== name && !isQualified)) return false;
  return name !== own && !words.has(name) && !(parameters ?? []).includes(name);
}
