import { useEffect, useState } from 'react';
import { useFetcher } from 'react-router';
import { authorName, keepAuthor } from '../../state/author.ts';
import { Button, Dialog } from '../parts.ts';
import type { NoteTarget } from './NoteDialog.tsx';
import { NoteField } from './NoteField.tsx';

/** Writes a note on an element, or on a line. */
export function WriteNote({
  codebaseId,
  target,
  onClose,
}: {
  codebaseId: string;
  target: NoteTarget;
  onClose: () => void;
}) {
  const { data, submit, state } = useFetcher<{ problem?: string; written?: number }>();
  const [author, setAuthor] = useState(authorName);
  const [body, setBody] = useState('');
  useEffect(() => {
    if (data?.written !== undefined) onClose();
  }, [data, onClose]);
  const save = (): void => {
    if (body.trim() === '') return;
    keepAuthor(author);
    const { key, line, anchor } = target;
    void submit(
      { edit: 'write', key, body, author, ...(line ? { line: String(line), anchor: anchor ?? '' } : {}) },
      { method: 'post', action: `/codebases/${codebaseId}/notes` },
    );
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-label="Write a note">
      <div className="note-dialog">
        <h1>
          Note on <span className="mono">{target.key.split('/').at(-1)}</span>
          {target.line !== undefined && `, line ${target.line}`}
        </h1>
        <NoteField codebaseId={codebaseId} value={body} onChange={setBody} onSave={save} />
        <footer>
          <label>
            By{' '}
            <input
              className="field"
              value={author}
              placeholder="your name"
              onChange={({ target: { value } }) => setAuthor(value)}
            />
          </label>
          <span className="push against">{data?.problem}</span>
          <Button onClick={onClose}>Cancel</Button>
          <Button variant="contained" disabled={body.trim() === '' || state !== 'idle'} onClick={save}>
            Save note
          </Button>
        </footer>
      </div>
    </Dialog>
  );
}
