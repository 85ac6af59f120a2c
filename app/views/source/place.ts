import type { OutlineRow } from '../../../server/views/outlineView.ts';

/** The declarations around a line of a file, the outermost first; O(outline). */
export function declarationsAround(outline: readonly OutlineRow[], line: number): OutlineRow[] {
  const around: OutlineRow[] = [];
  for (const row of outline) {
    if (row.from !== null || line < row.startLine || line > row.endLine) continue;
    // What is listed later stands inside of what is listed before, or beside it.
    while (around.length > 0 && around[around.length - 1].depth >= row.depth) around.pop();
    around.push(row);
  }
  return around;
}
