import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { TreeCursor } from 'web-tree-sitter';
import { describe, expect, it } from 'vitest';
import { parserRuntime } from '../../../tests/surveyText.ts';
import { readSyntax, type SyntaxTable } from './syntaxTable.ts';
import { vocabulary as script } from '../typescript/vocabulary.ts';

/** What the public cursor says of each node in preorder. */
function walked(cursor: TreeCursor): number[][] {
  const nodes: number[][] = [];
  for (;;) {
    nodes.push([
      cursor.nodeTypeId,
      cursor.currentFieldId,
      cursor.startIndex,
      cursor.endIndex,
      cursor.currentDepth,
    ]);
    if (cursor.gotoFirstChild()) continue;
    while (!cursor.gotoNextSibling()) if (!cursor.gotoParent()) return nodes;
  }
}

function depthOf(table: SyntaxTable, node: number): number {
  let depth = 0;
  for (let at = table.parent[node]; at >= 0; at = table.parent[at]) depth++;
  return depth;
}

describe('readSyntax', () => {
  const own = readFileSync(fileURLToPath(new URL('./syntaxTable.ts', import.meta.url)), 'utf8');
  const texts = {
    'this folder’s own code': own,
    'an empty text': '',
    'letters outside of the basic plane': 'const 𝒳 = "🚢"; // ⚓\nfunction ü() {}',
    'text that does not parse': 'function ( { = ;\nclass A { b(',
  };
  for (const [name, text] of Object.entries(texts)) {
    it(`agrees with the public cursor on ${name}`, async () => {
      const runtime = await parserRuntime();
      const grammar = 'tree-sitter-typescript/tree-sitter-typescript.wasm';
      const { tree, language } = (await runtime.parse(grammar, text))!;
      const vocabulary = script.of(language);
      const table = readSyntax(tree, runtime.calls, vocabulary);
      const cursor = tree.walk();
      const expected = walked(cursor);
      expect(table.count).toBe(expected.length);
      expected.forEach(([type, field, start, end, depth], node) => {
        expect(table.kind[node]).toBe(type === 0xffff ? vocabulary.error : vocabulary.kindOfType[type]);
        expect(table.field[node]).toBe(vocabulary.fieldOfId[field]);
        expect([table.start[node], table.end[node], depthOf(table, node)]).toEqual([start, end, depth]);
        expect(table.next[node]).toBe(
          expected.findIndex((other, index) => index > node && other[4] <= depth) === -1
            ? expected.length
            : expected.findIndex((other, index) => index > node && other[4] <= depth),
        );
      });
      cursor.delete();
      tree.delete();
    });
  }
});
