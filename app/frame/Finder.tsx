import Dialog from '@mui/material/Dialog';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { useFetcher, useNavigate } from 'react-router';
import type { FoundElement } from '../../server/views/finderView.ts';
import type { Part } from '../../server/views/table.ts';
import { counted, figure } from '../state/figures.ts';
import { carriedOver } from '../state/pictureState.ts';
import { recentKeys } from '../state/recent.ts';
import { usePicture } from '../state/usePicture.ts';
import { useElementLinks } from './elementLinks.ts';
import { markLook, useMarks } from './marks/Marks.tsx';
import { useShortlists } from './shortlists/Shortlists.tsx';

const RECENT_SENT = 30;

/**
 * Finds elements by name as one types, and leads on to a search in the texts. Enter sets the focus, Ctrl+Enter opens
 * the source, Shift+Enter searches the texts.
 */
export function Finder({ codebaseId, onClose }: { codebaseId: number; onClose: () => void }) {
  const { load, data: looked } = useFetcher<Part<'find'>>();
  const data = looked && 'answer' in looked ? looked.answer : undefined;
  const problem = looked && 'problem' in looked ? looked.problem : null;
  const [typed, setTyped] = useState('');
  const [chosen, setChosen] = useState(0);
  const navigate = useNavigate();
  const { focusOn, params } = usePicture();
  const { offer } = useShortlists();
  const { markOf } = useMarks();
  const links = useElementLinks(String(codebaseId));
  const list = useRef<HTMLUListElement>(null);
  const isCurrent = data?.asked === typed;
  const found = useMemo(() => data?.listed ?? [], [data]);
  const isEmpty = typed.trim() === '';
  /** Enter was pressed before what was typed had been looked up; it means the first of what will be found. */
  const [early, setEarly] = useState<{ opensSource: boolean } | null>(null);

  useEffect(() => {
    const query = new URLSearchParams({ q: typed });
    for (const key of recentKeys(codebaseId).slice(0, RECENT_SENT)) query.append('recent', key);
    void load(`/codebases/${codebaseId}/find?${query}`);
  }, [typed, codebaseId, load]);
  useEffect(() => {
    list.current?.children[chosen]?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);

  const take = (element: FoundElement | undefined, opensSource: boolean): void => {
    if (!element) return;
    onClose();
    const source = opensSource ? links.source(element) : null;
    if (source === null) focusOn(element.key);
    else void navigate(source);
  };
  const searchTexts = (): void => {
    if (isEmpty) return;
    onClose();
    const query = new URLSearchParams(carriedOver(params));
    query.set('q', typed.trim());
    void navigate(`/codebases/${codebaseId}/text?${query}`);
  };

  const takeEarly = useRef(take);
  useEffect(() => {
    takeEarly.current = take;
  });
  useEffect(() => {
    if (early && isCurrent) takeEarly.current(found[0], early.opensSource);
  }, [early, isCurrent, found]);

  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'ArrowDown') setChosen(Math.min(found.length - 1, chosen + 1));
    else if (event.key === 'ArrowUp') setChosen(Math.max(0, chosen - 1));
    else if (event.key === 'Enter' && event.shiftKey) searchTexts();
    else if (event.key === 'Enter') {
      const opensSource = event.ctrlKey || event.metaKey;
      if (isCurrent) take(found[chosen], opensSource);
      else setEarly({ opensSource });
    } else return;
    event.preventDefault();
  };

  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="md"
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-start' } }}
    >
      <div className="finder">
        <input
          autoFocus
          aria-label="Find a file, type, routine or field"
          placeholder="A name or a part of one: toll, *Rate*, berth?, TQ, tolls/rate. Then, if need be: , routines, in src/tolls"
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value);
            setEarly(null);
            setChosen(0);
          }}
          onKeyDown={onKeyDown}
        />
        {isEmpty && found.length > 0 && <p className="faded finder-heading">Recently viewed</p>}
        <ul ref={list} role="listbox" aria-label="Found">
          {found.map((element, index) => (
            <li
              key={element.key}
              role="option"
              aria-selected={index === chosen}
              onMouseEnter={() => setChosen(index)}
              onClick={(event) => take(element, event.ctrlKey)}
            >
              <span
                className={`mono${markLook(markOf(element.key)).className}`}
                style={markLook(markOf(element.key)).style}
              >
                {element.name}
              </span>
              <span className="faded">{element.form}</span>
              <span className="mono faded place-name">
                {element.place === element.key ? element.key : element.place}
              </span>
            </li>
          ))}
        </ul>
        <p className="faded hint finder-foot">
          <span>{problem ?? hintFor(typed, data, isCurrent)}</span>
          {!isEmpty && (
            <>
              <button type="button" className="plain-button link" onClick={searchTexts}>
                Search in texts <kbd>Shift+Enter</kbd>
              </button>
              {data && data.total > 0 && (
                <button
                  type="button"
                  className="plain-button link"
                  onClick={() => {
                    onClose();
                    offer({ suggested: typed.trim().slice(0, 80), count: data.total, found: typed });
                  }}
                >
                  Shortlist all {figure(data.total)}
                </button>
              )}
            </>
          )}
        </p>
      </div>
    </Dialog>
  );
}

function hintFor(
  typed: string,
  data: { total: number; listed: unknown[]; unknown: string[] } | undefined,
  isCurrent: boolean,
): string {
  if (typed.trim() === '')
    return 'Refine after commas: a kind (types, routines, fields, classes…), “in” or “not in” a part of a path.';
  if (!data || !isCurrent) return 'Looking…';
  if (data.unknown.length > 0)
    return `“${data.unknown[0]}” is neither a kind nor a place. Try “routines” or “in src”.`;
  if (data.total === 0)
    return `No element is called “${typed.trim()}”. Try a part of the name or of the path.`;
  const shown = data.listed.length < data.total ? `, the best ${data.listed.length} shown` : '';
  return `${counted(data.total, 'element')} found${shown}. Enter sets the focus, Ctrl+Enter opens the source.`;
}
