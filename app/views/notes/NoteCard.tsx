import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { Link, useFetcher } from 'react-router';
import type { Note } from '../../../server/store/notes.ts';
import type { ShownNote } from '../../../server/views/notesView.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { NoteField } from '../../frame/notes/NoteField.tsx';
import { NoteText } from '../../frame/notes/NoteText.tsx';
import { usePicture } from '../../state/usePicture.ts';

/** A note, which can be changed in place. Who changes it after somebody else has is shown both. */
export function NoteCard({
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
  /** The revision that the draft began with, or that its writer has seen since. */
  const [revision, setRevision] = useState(note.revision);
  const { submit, data, state } = useFetcher<{ theirs?: Note; changed?: number; problem?: string }>();
  const isSaved = data?.changed !== undefined;
  useEffect(() => {
    if (isSaved) setDraft(null);
  }, [isSaved, data]);
  const theirs = draft !== null && data?.theirs && data.theirs.revision !== revision ? data.theirs : null;
  const save = (over = revision): void => {
    if (draft === null || draft.trim() === '') return;
    setRevision(over);
    void submit(
      { edit: 'change', id: String(note.id), body: draft, revision: String(over) },
      { method: 'post', action: `/codebases/${codebaseId}/notes` },
    );
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
        <NoteField codebaseId={codebaseId} value={draft} onChange={setDraft} onSave={() => save()} />
      )}
      {draft !== null && data?.problem && <p className="against">{data.problem}</p>}
      {theirs && (
        <section className="note-theirs" aria-label="Changed meanwhile">
          <p className="caution">
            Somebody else changed this note while you were writing (
            {when(theirs.changedAt ?? theirs.writtenAt)}). It now reads:
          </p>
          <NoteText body={theirs.body} codebaseId={codebaseId} />
          <Button onClick={() => save(theirs.revision)}>Replace with mine</Button>
          <Button
            onClick={() => {
              setRevision(theirs.revision);
              setDraft(`${theirs.body}\n\n${draft}`);
            }}
          >
            Append mine
          </Button>
        </section>
      )}
      <footer>
        {draft === null ? (
          <>
            <button
              type="button"
              className="plain-button link"
              onClick={() => {
                setRevision(note.revision);
                setDraft(note.body);
              }}
            >
              Edit
            </button>
            <button type="button" className="plain-button link" onClick={onRemove}>
              Remove
            </button>
          </>
        ) : (
          <>
            <Button disabled={state !== 'idle'} onClick={() => save()}>
              Save
            </Button>
            <Button onClick={() => setDraft(null)}>Cancel</Button>
          </>
        )}
        {note.candidates.length > 0 && <span>Move it to:</span>}
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
