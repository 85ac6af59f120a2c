import { useState } from 'react';
import { useFetcher } from 'react-router';
import type { ShownNote } from '../../../server/views/notesView.ts';
import { Caption } from '../../frame/Caption.tsx';
import { counted } from '../../state/figures.ts';
import { NoteCard } from './NoteCard.tsx';

/** All notes: searched, read, changed, and put on another element when theirs is gone. */
export function NotesPage({ notes, codebaseId }: { notes: ShownNote[]; codebaseId: string }) {
  const [filter, setFilter] = useState('');
  const [removed, setRemoved] = useState<ShownNote | null>(null);
  const { submit, data } = useFetcher<{ problem?: string } | null>();
  const send = (form: Record<string, string>): void => void submit(form, { method: 'post' });
  const wanted = filter.trim().toLowerCase();
  const shown = notes.filter(({ body, key, author }) =>
    `${body}\n${key}\n${author}`.toLowerCase().includes(wanted),
  );
  const lost = notes.filter(({ on }) => on === null).length;
  return (
    <>
      <Caption>
        {notes.length === 0 ? (
          'No notes on this codebase yet.'
        ) : (
          <>
            <b>{counted(notes.length, 'note')}</b> on this codebase, newest first.
          </>
        )}
      </Caption>
      <div className="page">
        {notes.length > 0 && (
          <input
            className="field"
            aria-label="Search the notes"
            placeholder="Search the notes"
            value={filter}
            onChange={({ target }) => setFilter(target.value)}
          />
        )}
        {lost > 0 && (
          <p className="caution">
            {counted(lost, 'note')} stand{lost === 1 ? 's' : ''} on elements that this survey no longer has.
          </p>
        )}
        {data?.problem && <p className="against">{data.problem}</p>}
        {removed && (
          <p>
            A note was removed.{' '}
            <button
              type="button"
              className="plain-button link"
              onClick={() => {
                const { key, line, anchor, body, author } = removed;
                send({
                  edit: 'write',
                  key,
                  body,
                  author,
                  ...(line === null ? {} : { line: String(line), anchor: anchor ?? '' }),
                });
                setRemoved(null);
              }}
            >
              Undo
            </button>
          </p>
        )}
        {shown.map((note) => (
          <NoteCard
            key={note.id}
            note={note}
            codebaseId={codebaseId}
            send={send}
            onRemove={() => {
              setRemoved(note);
              send({ edit: 'remove', id: String(note.id) });
            }}
          />
        ))}
        {notes.length === 0 && (
          <div className="empty">
            <h1>No notes yet</h1>
            <p className="faded">
              Add one from the menu of any element, or on a line of source. Notes stay when you survey again.
            </p>
          </div>
        )}
        {notes.length > 0 && shown.length === 0 && <p className="faded">No note holds “{filter}”.</p>}
      </div>
    </>
  );
}
