import type { EditorView } from '@codemirror/view';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Card } from '../../../server/views/cardView.ts';
import type { SourceLink } from '../../../server/views/constructsView.ts';
import type { FileOutline, OutlineRow } from '../../../server/views/outlineView.ts';
import type { SourcePage as SourceData } from '../../../server/views/sourceView.ts';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { OpenMenu } from '../../frame/parts.ts';
import { onDemand } from '../../frame/onDemand.tsx';
import { useNoteDialog } from '../../frame/notes/NoteDialog.tsx';
import { besideQuery } from '../../state/pictureState.ts';
import { usePicture } from '../../state/usePicture.ts';
import { OverviewStrip, type InkedRange } from './strip/OverviewStrip.tsx';
import type { StripInk } from './strip/drawShapes.ts';
import { figure } from '../../state/figures.ts';
import type { MarginMark } from './margin.ts';
import { declarationsAround } from './place.ts';
import type { SourceEvents, WantedLines } from './SourceText.tsx';
import { useFilePart } from './useFilePart.ts';
import { ownFetch } from '../../state/ownFetch.ts';

/** Lines that are shown until the editor is there. */
const FIRST_LINES = 200;

const SourceText = onDemand(
  async () => (await import('./SourceText.tsx')).SourceText,
  ({ text, wanted }) => {
    const from = Math.max(0, wanted.line - 20);
    const lines = text.split('\n', from + FIRST_LINES).slice(from);
    return <pre className="source-first mono">{lines.join('\n')}</pre>;
  },
);

/** Sizes of the text, from which zooming out leads on to the whole file as a picture. */
const sizes = [16, 14, 12, 11, 9.5, 8, 6.5, 5];
const USUAL = 2;
const noSpans: number[] = [];
const noRows: OutlineRow[] = [];

/** The line that is being read: the one asked for while it is in sight, then the first that is. */
function lineRead(asked: number, sight: { from: number; to: number } | null): number {
  return sight === null || (asked >= sight.from && asked <= sight.to) ? asked : sight.from;
}

/** One file: its text with margin and links, and the strip that draws all of it. */
export function SourcePane({
  source,
  outline: told,
  codebaseId,
  wanted,
  onClose,
  onPlace,
}: {
  source: SourceData;
  /** Null until it has come: the text does not wait for it. */
  outline: FileOutline | null;
  codebaseId: string;
  wanted: WantedLines;
  /** Takes the file away; null for the only one. */
  onClose: (() => void) | null;
  /** Told which declaration the first line in sight stands in; null for none. */
  onPlace?: (key: string | null) => void;
}) {
  const outline = told?.rows ?? noRows;
  const { focusOn, params } = usePicture();
  const links = useElementLinks(codebaseId);
  const navigate = useNavigate();
  const { writeNote, openNotes } = useNoteDialog();
  const found = useFilePart('constructs', codebaseId, source.path)?.constructs ?? null;
  const [size, setSize] = useState(USUAL);
  const [ink, setInk] = useState<StripInk>('construct');
  const [sight, setSight] = useState<{ from: number; to: number } | null>(null);
  const [choice, setChoice] = useState<{ link: SourceLink; left: number; top: number } | null>(null);
  const view = useRef<EditorView | null>(null);
  const isWhole = size === sizes.length;
  const around = useMemo(
    () => declarationsAround(outline, lineRead(wanted.line, sight)),
    [outline, sight, wanted.line],
  );
  const innermost = around.at(-1)?.key ?? null;
  useEffect(() => onPlace?.(innermost), [onPlace, innermost]);

  const routines = useMemo(
    () =>
      outline.flatMap(({ startLine, endLine, cyclomatic, from }): InkedRange[] =>
        cyclomatic === null || from !== null ? [] : [{ startLine, endLine, complexity: cyclomatic }],
      ),
    [outline],
  );
  const marks = useMemo(() => marginMarks(source, outline), [source, outline]);
  const zoom = (by: number): void => setSize((own) => Math.max(0, Math.min(sizes.length, own + by)));

  const showLine = useCallback((line: number) => {
    setSize((own) => (own === sizes.length ? USUAL : own));
    requestAnimationFrame(() => {
      const editor = view.current;
      if (!editor) return;
      const at = editor.state.doc.line(Math.max(1, Math.min(line, editor.state.doc.lines)));
      editor.dispatch({
        selection: { anchor: at.from },
      });
      editor.scrollDOM.scrollTop = editor.lineBlockAt(at.from).top - editor.scrollDOM.clientHeight / 3;
    });
  }, []);

  const follow = (link: SourceLink, at: { left: number; top: number }): void => {
    if (link.local !== null && view.current) {
      showLine(view.current.state.doc.lineAt(link.local).number);
      return;
    }
    if (link.targets.length > 1) {
      setChoice({ link, ...at });
      return;
    }
    goTo(link, 0);
  };
  const goTo = (link: SourceLink, index: number): void => {
    const { element } = link.targets[index];
    const address = links.source(element);
    setChoice(null);
    if (address === null) focusOn(element.key);
    else void navigate(address);
  };
  const cards = useRef(new Map<string, Promise<Card | null>>());
  const events: SourceEvents = {
    onSight: (lines) => setSight((own) => (own?.from === lines.from && own.to === lines.to ? own : lines)),
    onTake: ({ targets }) => {
      if (targets.length > 0) focusOn(targets[0].element.key);
    },
    onFollow: follow,
    onNotes: (line) => openNotes(notesAt(source, line)),
    loadCard(key) {
      let card = cards.current.get(key);
      if (!card) {
        const address = `/codebases/${codebaseId}/card?${besideQuery(params, { key, focus: null })}`;
        card = ownFetch(address)
          .then((response) => (response.ok ? (response.json() as Promise<{ answer?: Card }>) : null))
          .then((told) => told?.answer ?? null)
          .catch(() => null);
        cards.current.set(key, card);
      }
      return card;
    },
  };
  const noteHere = (): void => {
    const editor = view.current;
    const at = editor ? editor.state.doc.lineAt(editor.state.selection.main.head) : null;
    writeNote({ key: source.path, line: at?.number ?? 1, anchor: at?.text.trim().slice(0, 500) ?? '' });
  };
  return (
    <section
      className="source-pane"
      aria-label={source.path}
      onWheel={(event) => {
        if (event.ctrlKey) zoom(event.deltaY > 0 ? 1 : -1);
      }}
    >
      <header className="pane-head">
        <span className="mono">{source.path}</span>
        {source.state === 'kept' && (
          <span className="caution">deleted since the survey; this is the surveyed text</span>
        )}
        {source.changed && <span className="caution">changed since the survey; line numbers may be off</span>}
        <span className="pane-tools">
          <button
            type="button"
            className="plain-button"
            onClick={noteHere}
            title="Write a note on the line at the caret"
          >
            Note on this line
          </button>
          <span role="group" aria-label="Size of the text">
            <button type="button" className="plain-button" aria-label="Smaller" onClick={() => zoom(1)}>
              −
            </button>
            <button
              type="button"
              className="plain-button"
              aria-pressed={isWhole}
              onClick={() => setSize(isWhole ? USUAL : sizes.length)}
            >
              {isWhole ? 'Text' : 'Whole file'}
            </button>
            <button type="button" className="plain-button" aria-label="Larger" onClick={() => zoom(-1)}>
              +
            </button>
          </span>
          <button
            type="button"
            className="plain-button"
            title="Colour the overview of the file by"
            onClick={() => setInk(ink === 'construct' ? 'complexity' : 'construct')}
          >
            Drawn by {ink}
          </button>
          {onClose && (
            <button
              type="button"
              className="plain-button faded"
              aria-label={`Close ${source.path}`}
              onClick={onClose}
            >
              ✕
            </button>
          )}
        </span>
      </header>
      {source.text === null ? (
        <div className="empty">
          <h1>The text cannot be shown</h1>
          <p className="faded">
            {source.path} was deleted since the survey, is no longer readable, or is over 8 MB. What the
            survey knows is shown beside it.
          </p>
        </div>
      ) : (
        <>
          {!isWhole && (
            <p className="pane-place mono" aria-live="off">
              {around.length === 0
                ? `line ${figure(lineRead(wanted.line, sight))}`
                : around.map((row, at) => (
                    <span key={row.key}>
                      {at > 0 && <span className="faded"> › </span>}
                      <button type="button" className="plain-button" onClick={() => showLine(row.startLine)}>
                        {row.name}
                      </button>
                    </span>
                  ))}
            </p>
          )}
          <div className="pane-body">
            {!isWhole && (
              <SourceText
                text={source.text}
                path={source.path}
                wanted={wanted}
                found={found}
                marks={marks}
                fontSize={sizes[size]}
                events={events}
                viewRef={view}
              />
            )}
            <OverviewStrip
              text={source.text}
              spans={found?.spans ?? noSpans}
              routines={routines}
              ink={ink}
              isWhole={isWhole}
              inSight={sight}
              marked={wanted.range}
              onLine={showLine}
            />
          </div>
        </>
      )}
      {choice && (
        <OpenMenu
          at={choice}
          entries={choice.link.targets.map(({ element, certainty }, index) => ({
            key: element.key,
            label: (
              <>
                <span className="mono">{element.key}</span>&nbsp;
                <span className={certainty === 'exact' ? 'faded' : 'caution'}>{certainty}</span>
              </>
            ),
            run: () => goTo(choice.link, index),
          }))}
          onClose={() => setChoice(null)}
        />
      )}
    </section>
  );
}

function marginMarks({ notes, breaks }: SourceData, outline: readonly OutlineRow[]): MarginMark[] {
  const marks = new Map<number, MarginMark>();
  const at = (line: number): MarginMark => {
    let mark = marks.get(line);
    if (!mark) marks.set(line, (mark = { line, complexity: null, notes: 0, breaks: [] }));
    return mark;
  };
  for (const { cyclomatic, startLine, from } of outline)
    if (cyclomatic !== null && from === null)
      at(startLine).complexity = Math.max(cyclomatic, at(startLine).complexity ?? 0);
  for (const { shownLine } of notes) if (shownLine !== null) at(shownLine).notes++;
  for (const { line, says } of breaks) at(line).breaks = says;
  return [...marks.values()];
}

/** Ids of the notes whose mark stands beside a line. */
function notesAt({ notes }: SourceData, line: number): number[] {
  return notes.filter(({ shownLine }) => shownLine === line).map(({ id }) => id);
}
