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
  '&': { height: '100%', fontSize: 'inherit', color: 'var(--ink)', backgroundColor: 'var(--sheet)' },
  '.cm-scroller': { fontFamily: 'var(--figures)', lineHeight: '1.5' },
  '.cm-gutters': {
    backgroundColor: 'var(--sheet)',
    color: 'var(--faded)',
    border: 0,
    borderRight: '1px solid var(--hairline)',
  },
  '.cm-lineNumbers .cm-gutterElement': { padding: '0 10px 0 14px' },
  '.cm-content': { paddingLeft: '6px' },
  '.cm-hidden-character': {
    color: 'var(--against)',
    border: '1px solid var(--against)',
    fontSize: '0.8em',
    padding: '0 2px',
  },
  '.cm-line-asked': {
    backgroundColor: 'color-mix(in srgb, var(--accent) 9%, transparent)',
    boxShadow: 'inset 3px 0 0 var(--accent)',
  },
  '.cm-line-focus': { boxShadow: 'inset 3px 0 0 var(--accent)' },
  '.cm-line-unparsed': { textDecoration: 'underline wavy var(--caution)' },
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

/** Characters that turn the direction of a line or cannot be seen: by them code can read other than it runs. */
const hidden = /[\u200b-\u200f\u202a-\u202e\u2060-\u2069\ufeff\ud800-\udfff]/g;
const isLone = /^[\ud800-\udfff]$/;

const shownCharacters = highlightSpecialChars({
  addSpecialChars: hidden,
  render(code, description) {
    const mark = document.createElement('span');
    mark.className = 'cm-hidden-character';
    mark.textContent = `U+${code.toString(16).toUpperCase().padStart(4, '0')}`;
    mark.title = isLone.test(String.fromCharCode(code))
      ? 'Half of a character: the file is damaged here'
      : (description ?? 'A control character that cannot be seen');
    return mark;
  },
});

/**
 * What every text of code is shown with: read-only, numbered, searchable, and inked by its language unless what stands
 * in it is marked otherwise.
 */
export function reading(path: string, { inked }: { inked: boolean } = { inked: true }): Extension[] {
  return [
    EditorState.readOnly.of(true),
    EditorView.contentAttributes.of({
      'aria-label': `Text of ${path}`,
      'aria-readonly': 'true',
      tabindex: '0',
    }),
    lineNumbers(),
    drawSelection(),
    shownCharacters,
    search(),
    keymap.of(searchKeymap),
    inked ? [languageOf(path), syntaxHighlighting(inks)] : [],
    sheet,
  ];
}
