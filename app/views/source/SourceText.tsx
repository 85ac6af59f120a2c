import { javascript } from '@codemirror/lang-javascript';
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { search, searchKeymap } from '@codemirror/search';
import { EditorState, RangeSetBuilder, type Extension } from '@codemirror/state';
import {
  Decoration,
  drawSelection,
  EditorView,
  highlightSpecialChars,
  keymap,
  lineNumbers,
} from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { useEffect, useRef } from 'react';

/** Ink for the text, weight for what is declared, the accent for nothing: colour here would mean nothing. */
const inks = HighlightStyle.define([
  { tag: tags.comment, color: 'var(--faded)', fontStyle: 'italic' },
  { tag: [tags.string, tags.special(tags.string), tags.regexp], color: 'var(--most)' },
  { tag: [tags.number, tags.bool, tags.null], color: 'var(--most)' },
  { tag: [tags.keyword, tags.modifier, tags.operatorKeyword], fontWeight: '600' },
  {
    tag: [tags.definition(tags.variableName), tags.definition(tags.propertyName), tags.className],
    fontWeight: '600',
  },
]);

const sheet = EditorView.theme({
  '&': { height: '100%', fontSize: '12.5px', color: 'var(--ink)', backgroundColor: 'var(--sheet)' },
  '.cm-scroller': { fontFamily: 'var(--figures)', lineHeight: '1.5' },
  '.cm-gutters': {
    backgroundColor: 'var(--sheet)',
    color: 'var(--faded)',
    border: 0,
    borderRight: '1px solid var(--hairline)',
  },
  '.cm-lineNumbers .cm-gutterElement': { padding: '0 10px 0 14px' },
  '.cm-content': { paddingLeft: '6px' },
  '.cm-line-asked': {
    backgroundColor: 'color-mix(in srgb, var(--accent) 16%, transparent)',
    boxShadow: 'inset 3px 0 0 var(--accent)',
  },
  '.cm-line-focus': { boxShadow: 'inset 3px 0 0 var(--accent)' },
  '.cm-line-damaged': { textDecoration: 'underline wavy var(--caution)' },
  '.cm-panels': { backgroundColor: 'var(--panel)', color: 'var(--ink)', borderColor: 'var(--hairline)' },
});

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
        extensions: [
          EditorState.readOnly.of(true),
          EditorView.contentAttributes.of({ 'aria-label': `Text of ${path}`, tabindex: '0' }),
          lineNumbers(),
          drawSelection(),
          highlightSpecialChars(),
          search(),
          keymap.of(searchKeymap),
          javascript({ typescript: /\.[cm]?tsx?$/.test(path), jsx: /x$/.test(path) || /\.js$/.test(path) }),
          syntaxHighlighting(inks),
          sheet,
          lineMarks(text, wanted),
        ],
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
