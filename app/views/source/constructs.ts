import { StateEffect, StateField, type EditorState, type Extension, type Range } from '@codemirror/state';
import { Decoration, EditorView, type DecorationSet } from '@codemirror/view';
import { CONSTRUCT, constructNames, lastSpanBefore } from '../../../core/facts/constructs.ts';
import type { SourceConstructs, SourceLink } from '../../../server/views/constructsView.ts';

/** Told to an editor when it is known what stands in its text. */
export const setConstructs = StateEffect.define<SourceConstructs>();
/** The name in hand, by the offset of a stretch; its other uses in the text are marked. */
const setName = StateEffect.define<number | null>();

interface Known {
  constructs: SourceConstructs;
  marks: DecorationSet;
  uses: DecorationSet;
}

const none: Known = {
  constructs: { spans: [], links: [] },
  marks: Decoration.none,
  uses: Decoration.none,
};

const inkOf = constructNames.map((name) => Decoration.mark({ class: `c-${name}` }));
const linkOf = constructNames.map((name) => Decoration.mark({ class: `c-${name} c-link` }));
const doubtful = constructNames.map((name) => Decoration.mark({ class: `c-${name} c-link c-inferred` }));
const inHand = Decoration.mark({ class: 'c-in-hand' });

const known = StateField.define<Known>({
  create: () => none,
  update(value, transaction) {
    let next = value;
    for (const effect of transaction.effects) {
      if (effect.is(setConstructs))
        next = { constructs: effect.value, marks: marksOf(effect.value), uses: Decoration.none };
      else if (effect.is(setName)) next = { ...next, uses: usesOf(next.constructs, effect.value) };
    }
    return next;
  },
  provide: (field) => [
    EditorView.decorations.from(field, ({ marks }) => marks),
    EditorView.decorations.from(field, ({ uses }) => uses),
  ],
});

function marksOf({ spans, links }: SourceConstructs): DecorationSet {
  const marks: Range<Decoration>[] = [];
  for (let at = 0; at < spans.length; at += 4) {
    const link = spans[at + 3] < 0 ? null : links[spans[at + 3]];
    const isDoubtful = link !== null && link.targets.some(({ certainty }) => certainty !== 'exact');
    const mark = (link === null ? inkOf : isDoubtful ? doubtful : linkOf)[spans[at + 2]];
    marks.push(mark.range(spans[at], spans[at + 1]));
  }
  return Decoration.set(marks, true);
}

/** All stretches that lead where the one at an offset does, or are what it leads to. */
function usesOf({ spans, links }: SourceConstructs, offset: number | null): DecorationSet {
  if (offset === null) return Decoration.none;
  const link = linkAtOffset({ spans, links }, offset)?.link;
  const wanted = link ? idOf(link) : null;
  if (wanted === null) return Decoration.none;
  const isWanted = links.map((own) => idOf(own) === wanted);
  const marks: Range<Decoration>[] = [];
  for (let at = 0; at < spans.length; at += 4) {
    const isBinding = link!.local !== null && spans[at] === link!.local;
    if (isWanted[spans[at + 3]] || isBinding) marks.push(inHand.range(spans[at], spans[at + 1]));
  }
  return Decoration.set(marks, true);
}

function idOf({ targets, local }: SourceLink): string {
  return local === null ? targets.map(({ element }) => element.key).join(' ') : `@${local}`;
}

/** Stretches lie within each other in no more than so many layers: a name in a literal in a literal. */
const MOST_NESTED = 8;

/** The innermost stretch with a link around an offset. */
function linkAtOffset(
  { spans, links }: SourceConstructs,
  offset: number,
): { link: SourceLink; from: number; to: number } | null {
  const last = lastSpanBefore(spans, offset);
  for (let at = last; at >= 0 && at > last - 4 * MOST_NESTED; at -= 4)
    if (spans[at + 1] >= offset && spans[at + 3] >= 0)
      return { link: links[spans[at + 3]], from: spans[at], to: spans[at + 1] };
  return null;
}

export function linkAt(state: EditorState, offset: number): ReturnType<typeof linkAtOffset> {
  return linkAtOffset(state.field(known).constructs, offset);
}

/** True when an offset lies in a name of which it is not known where it leads. */
export function isUnresolvedName(state: EditorState, offset: number): boolean {
  const { spans } = state.field(known).constructs;
  const last = lastSpanBefore(spans, offset);
  for (let at = last; at >= 0 && at > last - 4 * MOST_NESTED; at -= 4)
    if (spans[at + 1] > offset && spans[at + 2] === CONSTRUCT.name) return spans[at + 3] < 0;
  return false;
}

/**
 * Marks constructs, and lets names be followed: a click takes a name in hand, a double click, Ctrl with a click, or
 * Enter goes where it leads.
 */
export function constructs(on: {
  take: (link: SourceLink) => void;
  follow: (link: SourceLink, at: { left: number; top: number }) => void;
}): Extension {
  const followAt = (view: EditorView, offset: number): boolean => {
    const found = linkAt(view.state, offset);
    if (!found) return false;
    const place = view.coordsAtPos(found.from) ?? { left: 0, bottom: 0 };
    on.follow(found.link, { left: place.left, top: place.bottom });
    return true;
  };
  return [
    known,
    EditorView.domEventHandlers({
      click(event, view) {
        const offset = view.posAtCoords({ x: event.clientX, y: event.clientY });
        if (offset === null || !view.state.selection.main.empty) return false;
        const found = linkAt(view.state, offset);
        view.dispatch({ effects: setName.of(found ? offset : null) });
        if (!found) return false;
        if (event.ctrlKey || event.metaKey) return followAt(view, offset);
        on.take(found.link);
        return false;
      },
      dblclick(event, view) {
        const offset = view.posAtCoords({ x: event.clientX, y: event.clientY });
        return offset !== null && followAt(view, offset);
      },
      keydown(event, view) {
        if (event.key !== 'Enter') return false;
        if (!followAt(view, view.state.selection.main.head)) return false;
        event.preventDefault();
        return true;
      },
    }),
    inks,
  ];
}

/** Ink for the text, weight for what is declared, the hue of magnitude for what is written out, the accent to follow. */
const inks = EditorView.baseTheme({
  '.c-comment': { color: 'var(--faded)', fontStyle: 'italic' },
  '.c-literal': { color: 'var(--most)' },
  '.c-keyword': { color: 'color-mix(in srgb, var(--ink) 78%, var(--faded))' },
  '.c-declaration': { fontWeight: '700' },
  '.c-import': { color: 'var(--accent)' },
  // Names that lead somewhere are told from plain text before they are pointed at.
  '.c-link': {
    cursor: 'pointer',
    textDecoration: 'underline',
    textDecorationColor: 'color-mix(in srgb, var(--accent) 45%, transparent)',
    textDecorationThickness: '1px',
    textUnderlineOffset: '3px',
  },
  '.c-link:hover': { color: 'var(--accent)', textDecorationColor: 'var(--accent)' },
  '.c-inferred': { textDecorationStyle: 'dashed', textDecorationColor: 'var(--caution)' },
  '.c-in-hand': { backgroundColor: 'color-mix(in srgb, var(--accent) 18%, transparent)' },
});
