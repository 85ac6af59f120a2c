import type { Directive } from '../../reading/tokens.ts';
import { scan } from './scan.ts';

/**
 * What a macro does to the parse of the code that uses it:
 * - `blank`: expands to nothing, or to attributes, linkage or calling conventions that say nothing here;
 * - `blankCall`: the same, with arguments;
 * - `empty`: expands to nothing and takes arguments, as what is switched off does;
 * - `unwrap`: expands to its only argument, with such words around it at most;
 * - `loop`, `branch`: expands to the head of a loop or of an `if`;
 * - `opens`, `closes`: expands to what opens a block and does not close it, and the other way round;
 * - `block`, `statement`: expands to a whole block, as a routine has one, or to whole statements, without arguments;
 * - `call`, `name`: anything else, with parameters or without. Where it stands says whether it can stay.
 */
export type MacroEffect =
  | 'blank'
  | 'blankCall'
  | 'empty'
  | 'unwrap'
  | 'loop'
  | 'branch'
  | 'opens'
  | 'closes'
  | 'block'
  | 'statement'
  | 'call'
  | 'name';

/** True for macros that end what they stand in, as a block or a semicolon does. */
export const endsStatement = (effect: MacroEffect | undefined): effect is 'block' | 'statement' =>
  effect === 'block' || effect === 'statement';

/** A macro as its `#define` states it. */
export interface MacroDefinition {
  name: string;
  parameters: string[] | null;
  body: string;
}

export function readDefine(rest: string): MacroDefinition | null {
  const match = /^([A-Za-z_$][\w$]*)(\(([^)]*)\))?([^]*)$/.exec(rest);
  if (!match) return null;
  const parameters =
    match[2] === undefined
      ? null
      : match[3]
          .split(',')
          .map((name) => name.trim())
          .filter((name) => name !== '');
  return { name: match[1], parameters, body: match[4].trim().replace(/\s+/g, ' ') };
}

const silentWords = new Set(
  `extern static inline __inline __inline__ __forceinline const volatile restrict __restrict __restrict__ register
  __extension__ __stdcall __cdecl __fastcall __thiscall __vectorcall __pascal _Noreturn noreturn noexcept constexpr
  explicit virtual override final _Optlink far near __far __near __volatile__ __const __signed__ thread_local __thread _Thread_local`.split(
    /\s+/,
  ),
);
/** Attributes and linkage, of whose arguments nothing is said here. */
const silentCall = /(__attribute__|__attribute|__declspec|_Pragma|__pragma|__asm__|alignas)\s*\(/;
const silentMarks = /\[\[[^\]]*\]\]|extern\s*"C(?:\+\+)?"\s*\{?|[{}]/g;

/** A body without attributes, braces and linkage. */
function withoutSilent(body: string): string {
  let plain = body.replace(/^(inline )?namespace [\w:]+ \{( namespace \w+ \{)*$/, '');
  for (let match = silentCall.exec(plain); match; match = silentCall.exec(plain)) {
    let depth = 0;
    let end = match.index + match[0].length - 1;
    for (; end < plain.length; end++) {
      if (plain[end] === '(') depth++;
      else if (plain[end] === ')' && --depth === 0) break;
    }
    plain = `${plain.slice(0, match.index)} ${plain.slice(end + 1)}`;
  }
  return plain.replace(silentMarks, ' ');
}

/**
 * How a macro is to be treated. `=A B` when it stands for other words, of which only the codebase can say what they do;
 * `~A B` when it stands for them and its argument.
 */
function effectOf({ parameters, body }: MacroDefinition): string {
  const isCall = parameters !== null;
  const ordinary = isCall ? 'call' : 'name';
  if (/^(for|while)\b/.test(body)) return isCall ? 'loop' : ordinary;
  if (isCall && /^if\b/.test(body)) return /[;}]$|\belse\b/.test(body) ? ordinary : 'branch';
  if (isCall && body === '') return 'empty';
  const balance = braces(body);
  if (balance !== 0 && !/^(inline )?namespace\b|^extern\b/.test(body))
    return balance > 0 ? 'opens' : 'closes';
  if (!isCall && balance === 0 && /^\{.*\}$/.test(body)) return 'block';
  if (!isCall && balance === 0 && /[;}]$/.test(body)) return 'statement';
  const words = withoutSilent(body)
    .split(/\s+/)
    .filter((word) => word !== '' && !silentWords.has(word));
  if (words.length === 0) return isCall ? 'blankCall' : 'blank';
  const rest = isCall && parameters.length === 1 ? words.filter((word) => word !== parameters[0]) : words;
  if (rest.length > 4 || !rest.every((word) => /^[A-Za-z_]\w*$/.test(word))) return ordinary;
  if (rest.length === words.length) return isCall ? ordinary : `=${rest.join(' ')}`;
  return words.length - rest.length === 1 ? `~${rest.join(' ')}` : ordinary;
}

/** How many blocks a body opens and leaves open; negative when it closes more. */
function braces(body: string): number {
  const plain = body.replace(/"(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*'/g, '');
  return plain.split('{').length - plain.split('}').length;
}

/** The macros that a text defines: a line `NAME effect` for each. */
export function macroDefinitions(text: string): string[] {
  if (!text.includes('#')) return [];
  return definitionsIn(scan(text).directives);
}

/** The same of macros that a build defines: `NAME`, which stands for 1, `NAME=text` or `NAME(x)=text`. */
export function definitionsOfBuild(macros: readonly string[]): string[] {
  return macroDefinitions(
    macros
      .map((macro) => `#define ${macro.includes('=') ? macro.replace('=', ' ') : `${macro} 1`}\n`)
      .join(''),
  );
}

function definitionsIn(directives: readonly Directive[]): string[] {
  const found: string[] = [];
  for (const { name, rest } of directives) {
    if (name !== 'define') continue;
    const macro = readDefine(rest);
    if (macro) found.push(`${macro.name} ${effectOf(macro)}`);
  }
  return found;
}

/** Macros by name, with what they do; those that nowhere do anything else. */
export interface MacroTable {
  get(name: string): MacroEffect | undefined;
  has(name: string): boolean;
}

const keywords = new Set(
  'if else for while do switch case return const static inline int char void long short float double unsigned signed struct union enum class typedef new delete this true false bool assert NULL'.split(
    ' ',
  ),
);

/**
 * The table of a codebase. Of definitions that differ, the most telling one counts, lest what it does be lost.
 */
export function macroTable(lines: Iterable<string>): ReadonlyMap<string, MacroEffect> {
  const effects = new Map<string, Set<string>>();
  for (const line of lines) {
    const space = line.indexOf(' ');
    const name = line.slice(0, space);
    let set = effects.get(name);
    if (!set) effects.set(name, (set = new Set<string>()));
    set.add(line.slice(space + 1));
  }
  const table = new Map<string, MacroEffect>(compilerWords);
  const isBlank = (words: string, depth: number): boolean =>
    words.split(' ').every((word) => word === '' || (depth < 6 && resolve(word, depth + 1) === 'blank'));
  const own = (effect: string, depth: number): MacroEffect | null => {
    if (effect.startsWith('=')) return isBlank(effect.slice(1), depth) ? 'blank' : null;
    if (effect.startsWith('~')) return isBlank(effect.slice(1), depth) ? 'unwrap' : 'call';
    return effect as MacroEffect;
  };
  const resolve = (name: string, depth: number): MacroEffect | null => {
    const known = effects.get(name);
    if (!known) return table.get(name) ?? null;
    const found = [...known].map((effect) => own(effect, depth));
    // Where one definition is empty, the code must be right without the word, whatever others say.
    if (found.includes('blank')) return 'blank';
    return found.reduce((a, b) => (a === null || (b !== null && rank(b) > rank(a)) ? b : a), null);
  };
  for (const name of effects.keys()) {
    if (keywords.has(name) || name.length < 2) continue;
    const effect = resolve(name, 0);
    if (effect) table.set(name, effect);
  }
  return table;
}

/** Of different definitions, that which says most. */
function rank(effect: string): number {
  if (effect === 'empty') return 0;
  if (effect.startsWith('blank')) return 1;
  // A loop under one condition and nothing under another is a loop.
  return effect === 'loop' || effect === 'branch' ? 3 : 2;
}

/** Words of compilers that stand anywhere in a declaration. */
const compilerWords: [string, MacroEffect][] = [
  ['__attribute__', 'blankCall'],
  ['__attribute', 'blankCall'],
  ['__declspec', 'blankCall'],
  ['__extension__', 'blank'],
  ['__restrict', 'blank'],
  ['__restrict__', 'blank'],
  ['_Noreturn', 'blank'],
  ['__cdecl', 'blank'],
  ['__stdcall', 'blank'],
  ['__fastcall', 'blank'],
  ['__thiscall', 'blank'],
  ['__vectorcall', 'blank'],
  ['__forceinline', 'blank'],
];
