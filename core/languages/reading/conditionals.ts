import { TOKEN, type Directive, type Range, type Tokens } from './tokens.ts';

interface Arm {
  /** Offsets of what stands between its directive and the next. */
  start: number;
  end: number;
  isDead: boolean;
}

interface Group {
  arms: Arm[];
  /** The arm that `#else` opens is alive when the first is dead, and dead when it says `#if 1`. */
  first: 'dead' | 'sure' | 'open';
}

/**
 * The arms of conditionals that are not to be parsed. All arms are read, but where they split a construct between
 * them, so that they do not balance or do not end where a statement may, only the first is; what `#if 0` takes out is
 * not. `endsStatement` is true of words after which a statement has ended, as macros may be. O(tokens + directives).
 */
export function droppedArms(tokens: Tokens, endsStatement: (word: string) => boolean = () => false): Range[] {
  const dropped: Range[] = [];
  const open: Group[] = [];
  for (const directive of tokens.directives) {
    const group = open.at(-1);
    if (/^(if|ifdef|ifndef)$/.test(directive.name)) {
      const first = directive.name !== 'if' ? 'open' : constant(directive.rest);
      open.push({ arms: [newArm(tokens, directive, first === 'dead')], first });
    } else if (group && /^(else|elif|elifdef|elifndef)$/.test(directive.name)) {
      group.arms.at(-1)!.end = directive.start;
      const isDead = group.first === 'sure';
      group.arms.push(newArm(tokens, directive, isDead));
    } else if (group && directive.name === 'endif') {
      group.arms.at(-1)!.end = directive.start;
      open.pop();
      dropped.push(...droppedOf(tokens, group, endsStatement));
    }
  }
  return dropped.sort((a, b) => a[0] - b[0]);
}

function newArm(tokens: Tokens, directive: Directive, isDead: boolean): Arm {
  return { start: directive.end, end: tokens.text.length, isDead };
}

function constant(condition: string): Group['first'] {
  if (/^\(?\s*(0|false)\s*\)?$/.test(condition)) return 'dead';
  return /^\(?\s*(1|true)\s*\)?$/.test(condition) ? 'sure' : 'open';
}

function droppedOf(tokens: Tokens, { arms }: Group, endsStatement: (word: string) => boolean): Range[] {
  const dead = arms.filter((arm) => arm.isDead);
  const alive = arms.filter((arm) => !arm.isDead);
  const rest =
    alive.length > 1 && !alive.every((arm) => isWhole(tokens, arm, endsStatement)) ? alive.slice(1) : [];
  return [...dead, ...rest].map(({ start, end }): Range => [start, end]);
}

/**
 * True when an arm begins where a statement may, opens no bracket that it does not close, and ends where something
 * else may begin.
 */
function isWhole(tokens: Tokens, arm: Arm, endsStatement: (word: string) => boolean): boolean {
  let depth = 0;
  let last = '';
  const first = firstToken(tokens, arm.start);
  if (isInside(tokens, first - 1) || carriesOn(tokens, first)) return false;
  for (let i = first; i < tokens.count && tokens.start[i] < arm.end; i++) {
    last = tokens.text.slice(tokens.start[i], tokens.end[i]);
    if (tokens.kind[i] !== TOKEN.mark) continue;
    if (last === '{' || last === '(' || last === '[') depth++;
    else if (last === '}' || last === ')' || last === ']') depth--;
    if (depth < 0) return false;
  }
  return depth === 0 && (last === '' || ';},:{'.includes(last) || endsStatement(last));
}

/** True after a token that asks for more: an operator or an opening bracket, unless it opens a block. */
function isInside({ text, kind, start }: Tokens, token: number): boolean {
  return token >= 0 && kind[token] === TOKEN.mark && !';{},:)]>'.includes(text[start[token]]);
}

/** True for a token that goes on with what stands before it: the `:` of initialisers or of parents, a `=`. */
function carriesOn({ text, kind, start, count }: Tokens, token: number): boolean {
  return (
    token < count &&
    kind[token] === TOKEN.mark &&
    /^(:(?!:)|=(?!=))/.test(text.slice(start[token], start[token] + 2))
  );
}

/** The first token at or after an offset; O(log tokens). */
export function firstToken(tokens: Tokens, offset: number): number {
  let low = 0;
  let high = tokens.count;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (tokens.start[middle] < offset) low = middle + 1;
    else high = middle;
  }
  return low;
}
