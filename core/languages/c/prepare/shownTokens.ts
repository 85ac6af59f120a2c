import { TOKEN, type Range } from '../../reading/tokens.ts';
import type { Scan } from './scan.ts';

/** The tokens of a text outside of some stretches, by their places in a row. What lies beyond it is an empty text. */
export class ShownTokens {
  /** Indexes into the scan. */
  private readonly shown: number[] = [];

  constructor(
    private readonly scan: Scan,
    dropped: readonly Range[],
  ) {
    let range = 0;
    for (let i = 0; i < scan.count; i++) {
      while (range < dropped.length && dropped[range][1] <= scan.start[i]) range++;
      if (range < dropped.length && scan.start[i] >= dropped[range][0]) continue;
      this.shown.push(i);
    }
  }

  get length(): number {
    return this.shown.length;
  }

  text(at: number): string {
    const token = this.shown[at];
    return token === undefined ? '' : this.scan.text.slice(this.scan.start[token], this.scan.end[token]);
  }

  kind(at: number): number {
    return this.scan.kind[this.shown[at]];
  }

  isWord(at: number): boolean {
    return this.kind(at) === TOKEN.word;
  }

  /** Offset at which a token begins. */
  start(at: number): number {
    return this.scan.start[this.shown[at]];
  }

  /** Offset behind a token. */
  end(at: number): number {
    return this.scan.end[this.shown[at]];
  }

  /** True when the token after stands on a later line. */
  isNewLine(at: number): boolean {
    if (at + 1 >= this.length) return true;
    const newline = this.scan.text.indexOf('\n', this.end(at));
    return newline >= 0 && newline < this.start(at + 1);
  }

  /** The token that closes the parenthesis at `open`; `open` itself where none does. */
  closing(open: number): number {
    let depth = 0;
    for (let at = open; at < this.length; at++) {
      const text = this.text(at);
      if (text === '(') depth++;
      else if (text === ')' && --depth === 0) return at;
      else if (text === ';' && depth === 0) break;
    }
    return open;
  }
}
