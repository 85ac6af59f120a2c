import { cpp } from '@codemirror/lang-cpp';
import { java } from '@codemirror/lang-java';
import { javascript } from '@codemirror/lang-javascript';
import { python } from '@codemirror/lang-python';
import { HighlightStyle, StreamLanguage, syntaxHighlighting } from '@codemirror/language';
import { csharp } from '@codemirror/legacy-modes/mode/clike';
import { search, searchKeymap } from '@codemirror/search';
import { EditorState, type Extension } from '@codemirror/state';
import { drawSelection, EditorView, highlightSpecialChars, keymap, lineNumbers } from '@codemirror/view';
import { tags } from '@lezer/highlight';

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

/** How a text is told apart into names, strings and comments, by its ending. */
function languageOf(path: string): Extension {
  if (/\.java$/i.test(path)) return java();
  if (/\.cs$/i.test(path)) return StreamLanguage.define(csharp);
  if (/\.py[iw]?$/i.test(path)) return python();
  if (/\.(c|h|cc|cpp|cxx|c\+\+|hh|hpp|hxx|h\+\+|inl|ipp|tpp|tcc)$/i.test(path)) return cpp();
  return javascript({ typescript: /\.[cm]?tsx?$/.test(path), jsx: /\.([jt]sx|js)$/.test(path) });
}

/** What every text of code is shown with: read-only, numbered, inked by its language, searchable. */
export function reading(path: string): Extension[] {
  return [
    EditorState.readOnly.of(true),
    EditorView.contentAttributes.of({ 'aria-label': `Text of ${path}`, tabindex: '0' }),
    lineNumbers(),
    drawSelection(),
    highlightSpecialChars(),
    search(),
    keymap.of(searchKeymap),
    languageOf(path),
    syntaxHighlighting(inks),
    sheet,
  ];
}
