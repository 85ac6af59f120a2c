import { useState } from 'react';
import { Link, useFetcher } from 'react-router';
import type { SavedNews, ShownSavedView } from '../../../server/views/savedViewsView.ts';
import { Caption } from '../../frame/Caption.tsx';
import { useViews } from '../../frame/viewDescriptor.ts';
import { counted, dateAndTime, figure } from '../../state/figures.ts';
import './saved.css';

/** Pictures that somebody named, in an order: opened, put higher or lower, called something else, taken out. */
export function SavedPage({ saved, codebaseId }: { saved: ShownSavedView[]; codebaseId: string }) {
  const { submit, data } = useFetcher<{ problem?: string; takenOut?: number } | null>();
  const [wasOut, setWasOut] = useState<{ id: number; name: string } | null>(null);
  const send = (form: Record<string, string>): void => void submit(form, { method: 'post' });
  return (
    <>
      <Caption>
        {saved.length === 0 ? (
          'No saved views of this codebase yet.'
        ) : (
          <>
            <b>{counted(saved.length, 'saved view')}</b> of this codebase, in the order you gave them.
          </>
        )}
      </Caption>
      <div className="page saved-views">
        {data?.problem && <p className="against">{data.problem}</p>}
        {wasOut && (
          <p role="status">
            “{wasOut.name}” was removed.{' '}
            <button
              type="button"
              className="plain-button link"
              onClick={() => {
                send({ edit: 'bringBack', id: String(wasOut.id) });
                setWasOut(null);
              }}
            >
              Undo
            </button>
          </p>
        )}
        <ol>
          {saved.map((view, at) => (
            <SavedEntry
              key={`${view.id} ${view.revision}`}
              view={view}
              codebaseId={codebaseId}
              isFirst={at === 0}
              isLast={at === saved.length - 1}
              send={send}
              onTakeOut={() => {
                setWasOut(view);
                send({ edit: 'takeOut', id: String(view.id) });
              }}
            />
          ))}
        </ol>
        {saved.length === 0 && (
          <div className="empty">
            <h1>No views saved yet</h1>
            <p className="faded">“Save view” at the top saves any picture with its caption under a name.</p>
          </div>
        )}
      </div>
    </>
  );
}

function SavedEntry({
  view,
  codebaseId,
  isFirst,
  isLast,
  send,
  onTakeOut,
}: {
  view: ShownSavedView;
  codebaseId: string;
  isFirst: boolean;
  isLast: boolean;
  send: (form: Record<string, string>) => void;
  onTakeOut: () => void;
}) {
  const { name, sentence, caption, search, surveyId, savedAt, isStart, news } = view;
  const id = String(view.id);
  const [isChanging, setChanging] = useState(false);
  const viewName = useViews().find(({ path }) => path === view.view)?.name ?? view.view;
  const address = new URLSearchParams(search);
  address.set('saved', id);
  const move = (by: -1 | 1): void => send({ edit: 'move', id, by: String(by) });
  const onKeyDown = (event: React.KeyboardEvent): void => {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    move(event.key === 'ArrowUp' ? -1 : 1);
  };
  return (
    <li onKeyDown={onKeyDown}>
      {isChanging ? (
        <form
          className="saved-words"
          onSubmit={(event) => {
            event.preventDefault();
            const words = new FormData(event.currentTarget);
            const text = (field: string): string => words.get(field) as string;
            send({
              ...{ edit: 'rename', id, revision: String(view.revision) },
              ...{ name: text('name'), sentence: text('sentence') },
            });
            setChanging(false);
          }}
        >
          <input
            className="field"
            name="name"
            aria-label="Name"
            defaultValue={name}
            maxLength={80}
            autoFocus
            required
          />
          <input
            className="field"
            name="sentence"
            aria-label="What it is for"
            placeholder="what it is for"
            defaultValue={sentence}
            maxLength={300}
          />
          <button type="submit" className="chip">
            Save
          </button>
          <button type="button" className="chip" onClick={() => setChanging(false)}>
            Cancel
          </button>
        </form>
      ) : (
        <>
          <h2>
            <Link to={`/codebases/${codebaseId}/${view.view}?${address}`}>{name}</Link>
            <span className="faded">
              {viewName}, {surveyId === null ? 'of the newest survey' : 'of its own survey'}, saved{' '}
              {dateAndTime(savedAt)}
              {isStart && ', start view'}
            </span>
          </h2>
          {sentence !== '' && <p>{sentence}</p>}
        </>
      )}
      <p className="faded saved-caption">{caption}</p>
      {news && <News news={news} />}
      <div className="saved-tools">
        <button type="button" className="chip" disabled={isFirst} onClick={() => move(-1)}>
          Move up
        </button>
        <button type="button" className="chip" disabled={isLast} onClick={() => move(1)}>
          Move down
        </button>
        <button type="button" className="chip" onClick={() => setChanging(true)}>
          Edit name and description
        </button>
        <button
          type="button"
          className="chip"
          aria-pressed={isStart}
          onClick={() => send({ edit: 'begin', id: isStart ? '' : id })}
        >
          {isStart ? 'Stop using as start view' : 'Use as start view'}
        </button>
        <button type="button" className="chip against" onClick={onTakeOut}>
          Remove
        </button>
      </div>
    </li>
  );
}

/** What came and went since it was saved; nothing where all is as it was. */
function News({ news: { came, gone, missing } }: { news: SavedNews }) {
  const parts = [
    { sign: '+', word: 'came', ...came },
    { sign: '−', word: 'went', ...gone },
  ].filter(({ count }) => count > 0);
  if (parts.length === 0 && missing.length === 0) return null;
  return (
    <p className="saved-news">
      {parts.length > 0 && 'Since it was saved: '}
      {parts.map(({ sign, word, count, first }) => (
        <span key={word} title={first.join('\n') + (count > first.length ? '\n…' : '')}>
          {sign} {counted(count, 'file')} {word}.{' '}
        </span>
      ))}
      {missing.length > 0 && (
        <span className="caution">
          It refers to elements that no longer exist:{' '}
          <span className="mono">{missing.slice(0, 3).join(', ')}</span>
          {missing.length > 3 && ` and ${figure(missing.length - 3)} more`}.
        </span>
      )}
    </p>
  );
}
