import { useEffect } from 'react';
import { Link, useFetcher } from 'react-router';
import type { Answer } from '../../../server/views/table.ts';
import { NoteText } from '../notes/NoteText.tsx';
import { useNoteDialog } from '../notes/NoteDialog.tsx';

/** The notes on an element, and the way to write one. */
export function DossierNotes({ codebaseId, on }: { codebaseId: string; on: string }) {
  const { load, data } = useFetcher<Answer<'notes'>>({ key: `notes on ${on}` });
  const { writeNote } = useNoteDialog();
  useEffect(
    () => void load(`/codebases/${codebaseId}/notes?on=${encodeURIComponent(on)}`),
    [load, codebaseId, on],
  );
  const notes = data?.on === on ? data.notes : [];
  return (
    <section>
      <h2>
        <span>{notes.length === 0 ? 'No notes' : 'Notes'}</span>
        <button type="button" className="plain-button link" onClick={() => writeNote({ key: on })}>
          write one
        </button>
      </h2>
      {notes.map((note) => (
        <div key={note.id} className="dossier-note">
          <NoteText body={note.body} codebaseId={codebaseId} />
          <p className="faded">
            {note.author === '' ? 'somebody' : note.author}, {note.writtenAt.slice(0, 10)}
            {note.line !== null && `, on line ${note.line}`}{' '}
            <Link to={`/codebases/${codebaseId}/notes#note-${note.id}`}>open</Link>
          </p>
        </div>
      ))}
    </section>
  );
}
