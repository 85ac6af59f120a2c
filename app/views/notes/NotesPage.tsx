import Button from '@mui/material/Button';
import { useState } from 'react';
import { useFetcher } from 'react-router';
import type { ShownNote } from '../../../server/views/notesView.ts';
import { Caption } from '../../frame/Caption.tsx';
import { ElementName } from '../../frame/ElementName.tsx';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { NoteField } from '../../frame/notes/NoteDialog.tsx';
import { NoteText } from '../../frame/notes/NoteText.tsx';
import { counted } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { Link } from 'react-router';

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
        The <b>{counted(notes.length, 'note')}</b> that people have written on this codebase, the newest
        first.
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
            {counted(lost, 'note')} stand{lost === 1 ? 's' : ''} on what this survey does not have any more.
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
              Write one on any element by its menu, or on a line of a source. They outlive later surveys.
            </p>
          </div>
        )}
        {notes.length > 0 && shown.length === 0 && <p className="faded">No note holds “{filter}”.</p>}
      </div>
    </>
  );
}

function NoteCard({
  note,
  codebaseId,
  send,
  onRemove,
}: {
  note: ShownNote;
  codebaseId: string;
  send: (form: Record<string, string>) => void;
  onRemove: () => void;
}) {
  const links = useElementLinks(codebaseId);
  const { focusOn } = usePicture();
  const [draft, setDraft] = useState<string | null>(null);
  const save = (): void => {
    if (draft === null || draft.trim() === '') return;
    send({ edit: 'change', id: String(note.id), body: draft });
    setDraft(null);
  };
  return (
    <article className="note-card" id={`note-${note.id}`}>
      <header>
        {note.on ? (
          <ElementName element={note.on} text={note.on.key === '' ? 'the whole codebase' : note.on.key} />
        ) : (
          <span className="mono caution">{note.key}, gone</span>
        )}
        {note.line !== null && note.on && <Link to={links.place(note.key, note.line)}>line {note.line}</Link>}
        <span className="push" />
        <span className="faded">
          {note.author === '' ? 'somebody' : note.author}, {when(note.writtenAt)}
          {note.changedAt && `, changed ${when(note.changedAt)}`}
        </span>
      </header>
      {draft === null ? (
        <NoteText body={note.body} codebaseId={codebaseId} />
      ) : (
        <NoteField codebaseId={codebaseId} value={draft} onChange={setDraft} onSave={save} />
      )}
      <footer>
        {draft === null ? (
          <>
            <button type="button" className="plain-button link" onClick={() => setDraft(note.body)}>
              Change
            </button>
            <button type="button" className="plain-button link" onClick={onRemove}>
              Remove
            </button>
          </>
        ) : (
          <>
            <Button onClick={save}>Keep it</Button>
            <Button onClick={() => setDraft(null)}>Leave it as it was</Button>
          </>
        )}
        {note.candidates.length > 0 && <span>Put it on:</span>}
        {note.candidates.map((candidate) => (
          <button
            key={candidate.key}
            type="button"
            className="chip mono"
            onClick={() => {
              send({ edit: 'attach', id: String(note.id), key: candidate.key });
              focusOn(candidate.key);
            }}
          >
            {candidate.key}
          </button>
        ))}
      </footer>
    </article>
  );
}

function when(time: string): string {
  return `${time.slice(0, 10)} ${time.slice(11, 16)}`;
}
