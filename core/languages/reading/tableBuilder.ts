import type { SyntaxTable } from './syntaxTable.ts';

/**
 * Builds the syntax table of one file for a language that parses by itself: nodes are opened and closed in the order in
 * which they stand in the text, so that they come out in preorder.
 */
export class TableBuilder {
  private readonly kind: number[] = [];
  private readonly field: number[] = [];
  private readonly start: number[] = [];
  private readonly end: number[] = [];
  private readonly parent: number[] = [];
  private readonly next: number[] = [];
  private readonly opened: number[] = [];

  /** Opens a node at an offset, and returns its number. `field` is its role in the node around it; 0 for none. */
  open(kind: number, start: number, field = 0): number {
    const node = this.kind.push(kind) - 1;
    this.field.push(field);
    this.start.push(start);
    this.end.push(start);
    this.parent.push(this.opened.at(-1) ?? -1);
    this.next.push(node + 1);
    this.opened.push(node);
    return node;
  }

  /** Closes the node that was opened last and is still open; `end` is the offset after it. Throws when none is. */
  close(end: number): void {
    const node = this.opened.pop();
    if (node === undefined) throw new Error('No node is open');
    this.end[node] = end;
    this.next[node] = this.kind.length;
  }

  /** A node without any inside. */
  leaf(kind: number, start: number, end: number, field = 0): number {
    const node = this.open(kind, start, field);
    this.close(end);
    return node;
  }

  /** The finished table; throws while nodes are open. */
  table(): SyntaxTable {
    if (this.opened.length > 0) throw new Error(`${this.opened.length} nodes are still open`);
    return {
      count: this.kind.length,
      kind: Uint16Array.from(this.kind),
      field: Uint8Array.from(this.field),
      start: Uint32Array.from(this.start),
      end: Uint32Array.from(this.end),
      parent: Int32Array.from(this.parent),
      next: Uint32Array.from(this.next),
    };
  }
}
