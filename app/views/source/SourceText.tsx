import { EditorState, RangeSetBuilder, type Extension } from '@codemirror/state';
import { Decoration, EditorView } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { reading } from '../../frame/reading.ts';

/** CodeMirror, read-only. Lines are 1-based; the line asked for is marked and scrolled to the upper third. */
export function SourceText({
  text,
  line,
  range,
  damage,
  path,
}: {
  text: string;
  line: number;
  range: { from: number; to: number } | null;
  damage: [number, number][];
  path: string;
}) {
  const host = useRef<HTMLDivElement>(null);
  const marks = JSON.stringify({ line, range, damage });
  useEffect(() => {
    const wanted = JSON.parse(marks) as { line: number; range: typeof range; damage: typeof damage };
    const view = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: text,
        extensions: [reading(path), lineMarks(text, wanted)],
      }),
    });
    const at = view.state.doc.line(Math.min(wanted.line, view.state.doc.lines));
    view.dispatch({ effects: EditorView.scrollIntoView(at.from, { y: 'start', yMargin: 120 }) });
    return () => view.destroy();
  }, [text, path, marks]);
  return <div ref={host} className="source-text" />;
}

function lineMarks(
  text: string,
  wanted: { line: number; range: { from: number; to: number } | null; damage: [number, number][] },
): Extension {
  const document = EditorState.create({ doc: text }).doc;
  const classes = new Map<number, string[]>();
  const mark = (from: number, to: number, name: string): void => {
    for (let line = Math.max(1, from); line <= Math.min(to, document.lines); line++) {
      const names = classes.get(line);
      if (names) names.push(name);
      else classes.set(line, [name]);
    }
  };
  for (const [from, to] of wanted.damage) if (to - from < 2_000) mark(from, to, 'cm-line-damaged');
  if (wanted.range) mark(wanted.range.from, wanted.range.to, 'cm-line-focus');
  if (wanted.line > 1 || !wanted.range) mark(wanted.line, wanted.line, 'cm-line-asked');
  const builder = new RangeSetBuilder<Decoration>();
  for (const line of [...classes.keys()].sort((a, b) => a - b)) {
    const { from } = document.line(line);
    builder.add(from, from, Decoration.line({ class: classes.get(line)!.join(' ') }));
  }
  return EditorView.decorations.of(builder.finish());
}
