import { EditorState, RangeSetBuilder, type Extension } from '@codemirror/state';
import { Decoration, EditorView } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import type { SourceConstructs, SourceLink } from '../../../server/views/constructsView.ts';
import { reading } from '../../frame/reading.ts';
import { constructs, setConstructs } from './constructs.ts';
import { margin, type MarginMark } from './margin.ts';
import { nameCards, type LoadCard } from './nameCard.ts';

/** The lines that an editor is opened at and marks. */
export interface WantedLines {
  line: number;
  range: { from: number; to: number } | null;
  parseErrors: [number, number][];
}

/** What a text tells the page around it. */
export interface SourceEvents {
  onSight: (lines: { from: number; to: number }) => void;
  onTake: (link: SourceLink) => void;
  onFollow: (link: SourceLink, at: { left: number; top: number }) => void;
  onNotes: (line: number) => void;
  loadCard: LoadCard;
}

/** CodeMirror, read-only. Lines are 1-based; the line asked for is marked and scrolled to the upper third. */
export function SourceText({
  text,
  path,
  wanted,
  found,
  marks,
  fontSize,
  events,
  viewRef,
}: {
  text: string;
  path: string;
  wanted: WantedLines;
  /** What stands in the text, once it is known. */
  found: SourceConstructs | null;
  marks: readonly MarginMark[];
  fontSize: number;
  events: SourceEvents;
  viewRef: { current: EditorView | null };
}) {
  const host = useRef<HTMLDivElement>(null);
  const latest = useRef(events);
  useEffect(() => {
    latest.current = events;
  });
  const asked = JSON.stringify(wanted);
  const margins = JSON.stringify(marks);
  useEffect(() => {
    const lines = JSON.parse(asked) as WantedLines;
    const view = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: text,
        extensions: [
          margin(JSON.parse(margins) as MarginMark[], (line) => latest.current.onNotes(line)),
          reading(path, { inked: false }),
          lineMarks(text, lines),
          constructs({
            take: (link) => latest.current.onTake(link),
            follow: (link, at) => latest.current.onFollow(link, at),
          }),
          nameCards((key) => latest.current.loadCard(key)),
          EditorView.updateListener.of(({ view: current, geometryChanged, viewportChanged }) => {
            if (geometryChanged || viewportChanged) tellSight(current, latest.current);
          }),
          EditorView.domEventHandlers({ scroll: (_, current) => tellSight(current, latest.current) }),
        ],
      }),
    });
    viewRef.current = view;
    const at = view.state.doc.line(Math.min(lines.line, view.state.doc.lines));
    view.dispatch({
      selection: { anchor: at.from },
      effects: EditorView.scrollIntoView(at.from, { y: 'start', yMargin: 120 }),
    });
    return () => {
      viewRef.current = null;
      view.destroy();
    };
  }, [text, path, asked, margins, viewRef]);
  useEffect(() => {
    if (found && viewRef.current) viewRef.current.dispatch({ effects: setConstructs.of(found) });
  }, [found, text, path, asked, margins, viewRef]);
  return <div ref={host} className="source-text" style={{ fontSize }} />;
}

/** Says which lines are in sight; blocks outside of it may be drawn too. */
function tellSight(view: EditorView, { onSight }: SourceEvents): void {
  const { top, bottom } = view.scrollDOM.getBoundingClientRect();
  const offset = view.documentTop;
  const from = view.lineBlockAtHeight(Math.max(0, top - offset)).from;
  const to = view.lineBlockAtHeight(Math.max(0, bottom - offset)).to;
  onSight({ from: view.state.doc.lineAt(from).number, to: view.state.doc.lineAt(to).number });
}

function lineMarks(text: string, wanted: WantedLines): Extension {
  const document = EditorState.create({ doc: text }).doc;
  const classes = new Map<number, string[]>();
  const mark = (from: number, to: number, name: string): void => {
    for (let line = Math.max(1, from); line <= Math.min(to, document.lines); line++) {
      const names = classes.get(line);
      if (names) names.push(name);
      else classes.set(line, [name]);
    }
  };
  for (const [from, to] of wanted.parseErrors) if (to - from < 2_000) mark(from, to, 'cm-line-unparsed');
  if (wanted.range) mark(wanted.range.from, wanted.range.to, 'cm-line-focus');
  if (wanted.line > 1 || !wanted.range) mark(wanted.line, wanted.line, 'cm-line-asked');
  const builder = new RangeSetBuilder<Decoration>();
  for (const line of [...classes.keys()].sort((a, b) => a - b)) {
    const { from } = document.line(line);
    builder.add(from, from, Decoration.line({ class: classes.get(line)!.join(' ') }));
  }
  return EditorView.decorations.of(builder.finish());
}
