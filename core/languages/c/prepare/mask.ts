import { endsStatement, type MacroTable } from './macros.ts';
import { builtIn, headWords, isMacroName, specifiers } from './nativeWords.ts';
import type { Scan } from './scan.ts';
import { ShownTokens } from './shownTokens.ts';
import {
  instantiationBegins,
  memberPointer,
  typeKeys,
  unknownForm,
  unknownWordForm,
  type UnknownForm,
} from './unknownForms.ts';
import { TOKEN, type Range } from '../../reading/tokens.ts';

/** A place of a name that the parser is not shown: of a macro that is used, or of what one is given. */
export interface HiddenName {
  name: string;
  offset: number;
}

export interface Masking {
  /** Stretches to be blanked. */
  blanks: Range[];
  /** Text to be put in the place of as much text. */
  puts: { at: number; text: string }[];
  uses: HiddenName[];
  /** Words that macros are given which stand for declarations: `BENCHMARK_RANGE(openGate, 1, 16);`. */
  given: HiddenName[];
}

type Scope = 'namespace' | 'class' | 'enum' | 'code' | 'value';

/**
 * Finds what of the tokens would derail a parser that knows no macros. Known macros are treated as the table says; of
 * unknown ones, those that by their place and their name can be nothing else: `class EXPORT Name {`,
 * `EXPORT int f(void) NOTHROW;`, `DECLARE(Name)` alone on a line. O(tokens).
 */
export function maskMacros(scan: Scan, dropped: readonly Range[], table: MacroTable): Masking {
  return new Masker(new ShownTokens(scan, dropped), table).run();
}

class Masker {
  private readonly masking: Masking = { blanks: [], puts: [], uses: [], given: [] };
  private readonly scopes: Scope[] = ['namespace'];
  private parens = 0;
  /** Tokens of the statement at hand that stay; at its start there are none. */
  private statement: string[] = [];
  private sawParens = false;
  /** Angle brackets that `template <` has open. */
  private angles = 0;
  private openedByMacros = 0;
  /** The types with a body so far: `URL(int)` in `class URL` makes one, though it looks like a macro. */
  private readonly types = new Set<string>();
  /** Tokens that were blanked ahead. */
  private readonly unwrapped = new Set<number>();

  constructor(
    private readonly tokens: ShownTokens,
    private readonly table: MacroTable,
  ) {}

  run(): Masking {
    for (let at = 0; at < this.tokens.length; at++) {
      if (this.unwrapped.has(at)) continue;
      const text = this.tokens.text(at);
      const kind = this.tokens.kind(at);
      const last = kind === TOKEN.word ? this.maskAt(at, text) : -1;
      if (last >= 0) at = last;
      else this.follow(at, text, kind);
    }
    return this.masking;
  }

  private get scope(): Scope {
    return this.scopes[this.scopes.length - 1];
  }

  /** Keeps track of scopes and statements past a token that stays. */
  private follow(at: number, text: string, kind: number): void {
    if (kind !== TOKEN.mark) {
      this.statement.push(kind === TOKEN.word ? text : '0');
      return;
    }
    if (text === '(' && this.maskMemberPointer(at)) return;
    const isHead = this.parens > 0 && (this.scope === 'namespace' || this.scope === 'class');
    this.hide(unknownForm(this.tokens, at, isHead));
    switch (text) {
      case '<':
        if (this.statement[0] === 'template' && this.parens === 0) this.angles++;
        break;
      case '>':
        if (this.angles > 0 && --this.angles === 0) {
          this.endStatement();
          return;
        }
        break;
      case '{':
        this.scopes.push(this.opened(at));
        if (this.scope === 'class') this.noteType();
        this.endStatement();
        return;
      case '}':
        if (this.scopes.length > 1) this.scopes.pop();
        this.parens = 0;
        this.endStatement();
        return;
      case ';':
        if (this.parens === 0) this.endStatement();
        return;
      case '(':
        this.parens++;
        this.sawParens = true;
        break;
      case ')':
        this.parens = Math.max(0, this.parens - 1);
        break;
      case ':':
        if (
          this.parens === 0 &&
          /^(public|private|protected|signals|slots)$/.test(this.statement.at(-1) ?? '')
        ) {
          this.endStatement();
          return;
        }
    }
    this.statement.push(text);
  }

  /** `(Type::*name)`: what follows its blanked part is within parentheses. */
  private maskMemberPointer(open: number): boolean {
    const form = memberPointer(this.tokens, open);
    this.hide(form);
    if (!form) return false;
    this.parens++;
    this.sawParens = true;
    this.statement.push('(');
    return true;
  }

  private hide(form: UnknownForm | null): void {
    if (!form) return;
    if (form.blank) this.masking.blanks.push(form.blank);
    if (form.put) this.masking.puts.push(form.put);
    for (const token of form.hidden) this.unwrapped.add(token);
  }

  private endStatement(): void {
    this.statement = [];
    this.angles = 0;
    this.sawParens = false;
  }

  /** What a `{` opens, by what stands before it. */
  private opened(at: number): Scope {
    const { statement } = this;
    const before = at > 0 ? this.tokens.text(at - 1) : '';
    if (this.parens > 0) return before === ')' || before === ']' ? 'code' : 'value';
    if (statement.includes('namespace') || (statement[0] === 'extern' && statement.at(-1) === '0'))
      return 'namespace';
    if (before === '=' || before === ',' || before === 'return') return 'value';
    if (this.scope === 'code') return this.isTypeHead() && !this.sawParens ? 'class' : 'code';
    if (statement.includes('enum') && !this.sawParens) return 'enum';
    if (this.isTypeHead() && !this.sawParens) return 'class';
    return this.sawParens || statement.length === 0 ? 'code' : 'value';
  }

  /** Remembers what the head of a type names: the last word before its parents, or before what it is made for. */
  private noteType(): void {
    const end = this.statement.findIndex((text) => /^(:|<|final)$/.test(text));
    const name = this.statement.at(end < 0 ? -1 : end - 1);
    if (name !== undefined) this.types.add(name);
  }

  private isTypeHead(): boolean {
    return this.statement.some((word) => typeKeys.has(word));
  }

  /** Masks what begins at a word, if it is to be masked; returns the last token that is done with, or -1. */
  private maskAt(at: number, word: string): number {
    const effect = this.table.get(word);
    const next = this.tokens.text(at + 1);
    const last = instantiationBegins(this.tokens, at);
    if (last >= 0) return this.blank(at, last, '__template');
    this.hide(unknownWordForm(this.tokens, at));
    if (this.joinsString(at, word))
      return this.blank(at, next === '(' ? this.tokens.closing(at + 1) : at, word);
    if (effect === 'blank') return this.blank(at, at, word);
    if (effect === 'opens' || effect === 'closes') return this.putBrace(at, word, effect);
    if (endsStatement(effect) && this.endsItself(at, word, effect)) return at;
    if (effect === 'unwrap' && next === '(') return this.unwrap(at, word);
    if (effect === 'empty')
      return next === '(' && !this.isDeclarator(at) ? this.blank(at, this.tokens.closing(at + 1), word) : -1;
    if (effect === 'name' && this.followsMacro(at)) return this.blank(at, at, word);
    if (effect === 'blankCall') return this.blank(at, next === '(' ? this.tokens.closing(at + 1) : at, word);
    if (word === 'typename' && this.tokens.text(at - 1) === '=') return this.blank(at, at, '__typename');
    if (this.angles > 0 && next === '(' && this.isMacro(word)) return this.maskTemplateParameter(at, word);
    if (this.parens > 0) return this.maskInParens(at, word);
    if (this.scope === 'value' || this.scope === 'enum') return -1;
    if (next === '(' && this.statement.length === 0) {
      const done = this.maskCall(at, word);
      if (done !== null) return done;
    }
    if (this.isMacro(word)) return this.maskName(at, word);
    return -1;
  }

  /** A macro behind a string that it is joined with: `"%" PRIu64 " bytes"`. The grammar knows them before a string alone. */
  private joinsString(at: number, word: string): boolean {
    if (!this.tokens.text(at - 1).endsWith('"') || headWords.has(word) || builtIn.has(word)) return false;
    // `extern "C" int f();`, `operator "" _km`.
    const before = this.statement.at(-2);
    if (before === 'extern' || before === 'operator') return false;
    const isPrefix = /^(u8|[uUL])?R?$/.test(word) && this.tokens.text(at + 1).startsWith('"');
    const isSuffix = !isMacroName.test(word) && this.tokens.end(at - 1) === this.tokens.start(at);
    return !isPrefix && !isSuffix;
  }

  /** A name with parameters, of a routine that a macro of the same name can switch off. */
  private isDeclarator(at: number): boolean {
    if (this.scope === 'code' || this.scope === 'value' || this.parens > 0) return false;
    const close = this.tokens.closing(at + 1);
    if (this.tokens.text(close + 1) === '{') return true;
    for (let i = at + 2; i < close - 1; i++)
      if (this.tokens.text(i) === '*' || (this.tokens.isWord(i) && this.tokens.isWord(i + 1))) return true;
    return false;
  }

  /** Strings that macros stand for may follow each other in an expression. */
  private followsMacro(at: number): boolean {
    const isInExpression = this.parens > 0 || this.scope === 'value';
    return (
      isInExpression && this.tokens.isWord(at - 1) && this.table.get(this.tokens.text(at - 1)) === 'name'
    );
  }

  /** `TEST_START` … `TEST_STOP`: a routine without a name, so that what stands between is read. */
  private putBrace(at: number, word: string, effect: 'opens' | 'closes'): number {
    const isOuter = this.scope === 'namespace' && this.statement.length === 0;
    if (effect === 'opens' && !isOuter) return -1;
    // The counterpart of a namespace's macro, which was blanked as well; one that is called is of another kind.
    if (effect === 'closes' && this.openedByMacros === 0)
      return this.tokens.text(at + 1) === '(' ? -1 : this.blank(at, at, word);
    const text = effect === 'opens' ? 'void _(){' : '}';
    if (this.parens > 0 || text.length > word.length) return -1;
    this.openedByMacros += effect === 'opens' ? 1 : -1;
    const end = this.tokens.text(at + 1) === '(' ? this.tokens.closing(at + 1) : at;
    this.blank(at, end, word);
    this.masking.puts.push({ at: this.tokens.start(at), text });
    if (effect === 'opens') this.scopes.push('code');
    else if (this.scopes.length > 1) this.scopes.pop();
    this.endStatement();
    return end;
  }

  /** `bool tow(void) NOT_HERE`, and `PROLOGUE` alone on a line of code: what these end with is put in. Outside of code it is not shown. */
  private endsItself(at: number, word: string, effect: 'block' | 'statement'): boolean {
    if (this.scope === 'code') {
      if (this.statement.length > 0 || this.parens > 0 || !this.tokens.isNewLine(at)) return false;
      this.masking.puts.push({ at: this.tokens.end(at), text: ';' });
      return false;
    }
    if (this.scope === 'namespace' && this.statement.length === 0 && this.tokens.isNewLine(at)) {
      this.blank(at, at, word);
      return true;
    }
    const isBody = effect === 'block' && this.sawParens && this.parens === 0 && this.statement.at(-1) === ')';
    if (!isBody || this.scope === 'value' || this.scope === 'enum') return false;
    this.blank(at, at, word);
    this.masking.puts.push({ at: this.tokens.start(at), text: '{}' });
    this.endStatement();
    return true;
  }

  /** Blanks the name and the parentheses of a macro that only passes on its argument. */
  private unwrap(at: number, word: string): number {
    const close = this.tokens.closing(at + 1);
    this.masking.blanks.push([this.tokens.start(close), this.tokens.end(close)]);
    this.unwrapped.add(close);
    return this.blank(at, at + 1, word);
  }

  /** A macro by the codebase's own word, or by its looks. */
  private isMacro(word: string): boolean {
    return this.table.has(word) || (isMacroName.test(word) && !this.types.has(word));
  }

  /** `template <typename T, ENABLE_IF(…)>`: a parameter, whatever it says. */
  private maskTemplateParameter(at: number, word: string): number {
    const close = this.tokens.closing(at + 1);
    if (word.length < 3) return -1;
    this.blank(at, close, word);
    this.masking.puts.push({ at: this.tokens.start(at), text: 'int' });
    return close;
  }

  /** A calling convention: `(WINAPI *callback)(int)`. */
  private maskInParens(at: number, word: string): number {
    const isDeclarator = this.scope === 'namespace' || this.scope === 'class';
    if (
      !isDeclarator ||
      this.tokens.text(at - 1) !== '(' ||
      this.tokens.text(at + 1) !== '*' ||
      !this.isMacro(word)
    )
      return -1;
    const isFunction =
      this.tokens.isWord(at + 2) && this.tokens.text(at + 3) === ')' && this.tokens.text(at + 4) === '(';
    return isFunction ? this.blank(at, at, word) : -1;
  }

  /** A call that begins a statement, and is no statement itself. */
  private maskCall(at: number, word: string): number | null {
    if (headWords.has(word) || builtIn.has(word)) return null;
    const close = this.tokens.closing(at + 1);
    const after = this.tokens.text(close + 1);
    if (this.scope === 'code') {
      const effect = this.table.get(word);
      // `EXPECT_OK(status) << "text";` goes on as an expression.
      const isOperand = after === '<' && this.tokens.text(close + 2) === '<';
      if (after === '{' || effect)
        return after === ';' || isOperand ? null : this.putHead(at, close, word, effect === 'loop');
      const continues =
        after === '' || !(this.tokens.isWord(close + 1) || after === '}') || !this.tokens.isNewLine(close);
      if (continues || headWords.has(word)) return null;
      const gap = this.tokens.end(close);
      this.masking.puts.push({ at: gap, text: ';' });
      return null;
    }
    if (!this.isMacro(word)) return null;
    if (after === ';')
      return this.scope === 'class' ? this.blank(at, close + 1, word) : this.keepCall(at, close);
    if (after === '{') return this.keepCall(at, close);
    const isAlone =
      after === '' ||
      ((this.tokens.isWord(close + 1) || after === '}' || after === '~' || after === '[') &&
        !/^(const|noexcept|override|final|try|volatile)$/.test(after));
    if (!isAlone) return null;
    this.noteGiven(at, close);
    return this.blank(at, close, word);
  }

  private noteGiven(at: number, close: number): void {
    for (let i = at + 2; i < close; i++)
      if (this.tokens.isWord(i) && !builtIn.has(this.tokens.text(i)))
        this.masking.given.push({ name: this.tokens.text(i), offset: this.tokens.start(i) });
  }

  /** `TEST(suite, name) {` parses as a definition, `DECLARE(x);` as a statement; what is no name inside is not shown. */
  private keepCall(at: number, close: number): number | null {
    const isPlain = (i: number): boolean =>
      this.tokens.text(i) === ',' ||
      (this.tokens.isWord(i) &&
        !builtIn.has(this.tokens.text(i)) &&
        !headWords.has(this.tokens.text(i)) &&
        this.table.get(this.tokens.text(i)) !== 'blank');
    for (let i = at + 2; i < close; i++) {
      if (isPlain(i)) continue;
      const [open, end] = [this.tokens.end(at + 1), this.tokens.start(close)];
      if (end > open) this.masking.blanks.push([open, end]);
      this.noteGiven(at, close);
      this.statement.push(this.tokens.text(at), '(', ')');
      this.sawParens = true;
      return close;
    }
    return null;
  }

  /** `FOR_EACH(a, b) {` is read as `while`, other macros before a block as `if`. */
  private putHead(at: number, close: number, word: string, isLoop: boolean): number | null {
    const head = isLoop && word.length >= 5 ? 'while' : 'if';
    if (word.length < head.length) return null;
    this.masking.puts.push({ at: this.tokens.start(at), text: head.padEnd(word.length) });
    this.masking.uses.push({ name: word, offset: this.tokens.start(at) });
    // What is no expression is not shown; a condition must be there.
    if (!this.isExpression(at + 2, close - 1) && close > at + 1) {
      const open = this.tokens.end(at + 1);
      const end = this.tokens.start(close);
      if (end === open) return null;
      this.masking.blanks.push([open, end]);
      this.masking.puts.push({ at: open, text: '1' });
    }
    this.statement.push(head);
    return close;
  }

  private isExpression(from: number, to: number): boolean {
    if (from > to) return false;
    for (let at = from; at < to; at++) {
      const [text, next] = [this.tokens.text(at), this.tokens.text(at + 1)];
      if (this.tokens.isWord(at) && this.tokens.isWord(at + 1) && text !== 'sizeof') return false;
      if (text === ';' || text === '{' || builtIn.has(text)) return false;
      if (text === '*' && (next === ',' || next === ')')) return false;
    }
    return !builtIn.has(this.tokens.text(to)) && this.tokens.text(to) !== '*';
  }

  /** A name that by its place can only be a macro. */
  private maskName(at: number, word: string): number {
    const { statement } = this;
    const next = this.tokens.text(at + 1);
    const end = next === '(' ? this.tokens.closing(at + 1) : at;
    const after = this.tokens.text(end + 1);
    const previous = statement.at(-1) ?? '';
    if (typeKeys.has(previous)) {
      const beyond = this.tokens.text(end + 2);
      return this.tokens.isWord(end + 1) && /^([{:<]|final)$/.test(beyond) ? this.blank(at, end, word) : -1;
    }
    if (this.scope === 'code') return -1;
    const isStart = statement.every((text) => specifiers.has(text));
    if (this.isTypeHead() && !this.sawParens && this.tokens.isWord(at - 1) && /^[{:]$/.test(after))
      return this.blank(at, end, word);
    if (
      this.sawParens &&
      /^(\)|const|noexcept|override|final|0)$/.test(previous) &&
      /^([;{=:]|\w+)$/.test(after)
    )
      return this.blank(at, end, word);
    if (next === '(') {
      const isHead = isStart && this.tokens.isWord(end + 1) && builtIn.has(after);
      return isHead || this.isBehindField(after) ? this.blank(at, end, word) : -1;
    }
    if (isStart) {
      if (builtIn.has(next) || next === '[' || next === '~') return this.blank(at, at, word);
      if (this.tokens.isWord(at + 1) && this.tokens.isNewLine(at) && statement.length === 0)
        return this.blank(at, at, word);
      if (next === '}') return this.blank(at, at, word);
      return this.tokens.isWord(at + 1) && this.namesAfter(at + 1) >= 2 && !isMacroName.test(next)
        ? this.blank(at, at, word)
        : -1;
    }
    const mayEndType = /^[*&>]$/.test(previous) || /^\w+$/.test(previous);
    if (!mayEndType || this.sawParens) return -1;
    const beyond = this.tokens.text(at + 2);
    // What is not shown itself is no name: `typedef int UINT32 __attribute__((…))`.
    const isNamed = this.tokens.isWord(at + 1) && next !== 'operator' && !this.isBlanked(next);
    if (isNamed && /^([(;=[]|:)$/.test(beyond)) return this.blank(at, at, word);
    if (statement[0] === 'typedef') return -1;
    return /^[;=]$/.test(after) && this.namesSoFar() >= 2 ? this.blank(at, end, word) : -1;
  }

  /** The names of the statement so far, one for each that is qualified: of a field, its type and its own. */
  private namesSoFar(): number {
    const { statement } = this;
    const isName = (text: string, i: number): boolean =>
      /^\w+$/.test(text) && !specifiers.has(text) && !typeKeys.has(text) && statement[i - 1] !== ':';
    return statement.filter(isName).length;
  }

  /** `int gates GUARDED_BY(lock);`, before what stands after it: what follows a type alone would be a routine's name. */
  private isBehindField(after: string): boolean {
    const { statement, sawParens } = this;
    const previous = statement.at(-1) ?? '';
    const isOwnName = /^[A-Za-z_]\w*$/.test(previous) && !builtIn.has(previous) && statement.at(-2) !== ':';
    return isOwnName && !sawParens && /^[;={]$/.test(after) && this.namesSoFar() >= 2;
  }

  /** True for a word that the table leaves out wherever it stands. */
  private isBlanked(word: string): boolean {
    const effect = this.table.get(word);
    return effect === 'blank' || effect === 'blankCall';
  }

  /** Of `Type *name(`, how many words stand before the parenthesis. */
  private namesAfter(at: number): number {
    let words = 0;
    for (let i = at; i < at + 12; i++) {
      const text = this.tokens.text(i);
      if (text === '(') return words;
      if (this.tokens.isWord(i)) words++;
      else if (!/^[*&:<>,]$/.test(text)) return 0;
    }
    return 0;
  }

  private blank(from: number, to: number, name: string): number {
    const start = this.tokens.start(from);
    this.masking.blanks.push([start, this.tokens.end(to)]);
    if (!/^__/.test(name)) this.masking.uses.push({ name, offset: start });
    return to;
  }
}
