import type { Tree } from 'web-tree-sitter';
import type { CursorCalls } from '../../contracts/language.ts';

/**
 * One parsed file as flat columns, nodes in preorder. A node's children are `node + 1`, then the `next` of each
 * child, until the node's own `next`. Offsets are UTF-16 code units. The columns are reused by the following
 * {@link readSyntax}; nothing may keep them.
 */
export interface SyntaxTable {
  count: number;
  /** Kind of each node, as numbered by the {@link NodeVocabulary}. */
  kind: Uint16Array;
  /** Role of the node in its parent, as numbered by the vocabulary; 0 for none. */
  field: Uint8Array;
  start: Uint32Array;
  end: Uint32Array;
  parent: Int32Array;
  next: Uint32Array;
}

/** Translates a grammar's own type and field numbers, so that dialects of one language share one numbering. */
export interface NodeVocabulary {
  kindOfType: Uint16Array;
  fieldOfId: Uint8Array;
  error: number;
}

const ERROR_TYPE = 0xffff;

function allocate(capacity: number): SyntaxTable {
  return {
    count: 0,
    kind: new Uint16Array(capacity),
    field: new Uint8Array(capacity),
    start: new Uint32Array(capacity),
    end: new Uint32Array(capacity),
    parent: new Int32Array(capacity),
    next: new Uint32Array(capacity),
  };
}

function grown(table: SyntaxTable): SyntaxTable {
  const larger = allocate(table.kind.length * 2);
  for (const column of ['kind', 'field', 'start', 'end', 'parent', 'next'] as const) {
    larger[column].set(table[column]);
  }
  return larger;
}

let reused = allocate(1 << 16);

/** Reads a whole tree into columns; O(nodes), one walk, no recursion. */
export function readSyntax(tree: Tree, calls: CursorCalls, vocabulary: NodeVocabulary): SyntaxTable {
  const firstChild = calls._ts_tree_cursor_goto_first_child_wasm;
  const nextSibling = calls._ts_tree_cursor_goto_next_sibling_wasm;
  const toParent = calls._ts_tree_cursor_goto_parent_wasm;
  const typeId = calls._ts_tree_cursor_current_node_type_id_wasm;
  const fieldId = calls._ts_tree_cursor_current_field_id_wasm;
  const startIndex = calls._ts_tree_cursor_start_index_wasm;
  const endIndex = calls._ts_tree_cursor_end_index_wasm;
  const { kindOfType, fieldOfId, error } = vocabulary;

  const cursor = tree.walk();
  const address = (tree as unknown as { 0: number })[0];
  let table = reused;
  let node = 0;
  let parent = -1;
  for (;;) {
    if (node === table.kind.length) table = grown(table);
    const type = typeId(address);
    table.kind[node] = type === ERROR_TYPE ? error : kindOfType[type];
    table.field[node] = fieldOfId[fieldId(address)];
    table.start[node] = startIndex(address);
    table.end[node] = endIndex(address);
    table.parent[node] = parent;
    if (firstChild(address)) {
      parent = node++;
      continue;
    }
    table.next[node] = node + 1;
    node++;
    while (!nextSibling(address)) {
      if (!toParent(address)) {
        cursor.delete();
        table.count = node;
        if (table.kind.length <= MAX_KEPT) reused = table;
        return table;
      }
      table.next[parent] = node;
      parent = table.parent[parent];
    }
  }
}

/** A larger table is let go after use, so that one giant file does not hold its memory for good. */
const MAX_KEPT = 1 << 21;

/** The first child with the given role, or -1. */
export function childIn(table: SyntaxTable, node: number, field: number): number {
  const end = table.next[node];
  for (let child = node + 1; child < end; child = table.next[child]) {
    if (table.field[child] === field) return child;
  }
  return -1;
}

/** The first child of the given kind, or -1. */
export function childOfKind(table: SyntaxTable, node: number, kind: number): number {
  const end = table.next[node];
  for (let child = node + 1; child < end; child = table.next[child]) {
    if (table.kind[child] === kind) return child;
  }
  return -1;
}
