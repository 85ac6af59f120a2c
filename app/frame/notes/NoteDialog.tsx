import {
  createContext,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ClipboardEvent,
  type DragEvent,
  type ReactNode,
} from 'react';
import { useFetcher, useNavigate } from 'react-router';
import { Button, Dialog } from '../parts.ts';
import { counted } from '../../state/figures.ts';
import { authorName, keepAuthor } from '../../state/author.ts';
import { NoteText } from './NoteText.tsx';
import './notes.css';

/** On what a note is to be written: an element, or a line of the file that `key` names. */
export interface NoteTarget {
  key: string;
  line?: number;
  /** The line's text. */
  anchor?: string;
}

interface NoteDialogs {
  writeNote(target: NoteTarget): void;
  /** Shows notes by their ids, on the page that lists them. */
  openNotes(ids: number[]): void;
}

const Context = createContext<NoteDialogs | null>(null);

export function useNoteDialog(): NoteDialogs {
  const dialogs = useContext(Context);
  if (!dialogs) throw new Error('useNoteDialog needs a NoteDialogProvider above it');
  return dialogs;
}

/** Lets notes be written from anywhere. */
export function NoteDialogProvider({ codebaseId, children }: { codebaseId: string; children: ReactNode }) {
  const [target, setTarget] = useState<NoteTarget | null>(null);
  const navigate = useNavigate();
  const dialogs = useMemo(
    (): NoteDialogs => ({
      writeNote: setTarget,
      openNotes: (ids) => void navigate(`/codebases/${codebaseId}/notes#note-${ids[0]}`),
    }),
    [navigate, codebaseId],
  );
  return (
    <Context value={dialogs}>
      {children}
      {target && <WriteNote codebaseId={codebaseId} target={target} onClose={() => setTarget(null)} />}
    </Context>
  );
}

function WriteNote({
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
            Keep the note
          </Button>
        </footer>
      </div>
    </Dialog>
  );
}

/** A field for Markdown that takes pictures by paste or drop, with the note as it will read below it. */
export function NoteField({
  codebaseId,
  value,
  onChange,
  onSave,
}: {
  codebaseId: string;
  value: string;
  onChange: (value: string) => void;
  onSave: () => void;
}) {
  const field = useRef<HTMLTextAreaElement>(null);
  const latest = useRef(value);
  useEffect(() => {
    latest.current = value;
  });
  const [problem, setProblem] = useState<string | null>(null);
  const [waiting, setWaiting] = useState(0);

  const takePictures = async (files: File[]): Promise<void> => {
    for (const file of files) {
      setWaiting((n) => n + 1);
      try {
        const form = new FormData();
        form.set('picture', file);
        const response = await fetch(`/codebases/${codebaseId}/pictures`, { method: 'post', body: form });
        const { picture, problem: refused } = (await response.json()) as {
          picture?: string;
          problem?: string;
        };
        setProblem(refused ?? null);
        if (picture !== undefined) {
          const at = field.current?.selectionStart ?? latest.current.length;
          const inserted = `![${file.name || 'picture'}](picture:${picture})`;
          onChange(`${latest.current.slice(0, at)}${inserted}${latest.current.slice(at)}`);
        }
      } catch {
        setProblem('The picture could not be sent.');
      } finally {
        setWaiting((n) => n - 1);
      }
    }
  };
  const picturesOf = (list: FileList | undefined): File[] =>
    [...(list ?? [])].filter(({ type }) => type.startsWith('image/'));
  const takeFrom = (event: ClipboardEvent | DragEvent, list: FileList | undefined): void => {
    const pictures = picturesOf(list);
    if (pictures.length === 0) return;
    event.preventDefault();
    void takePictures(pictures);
  };
  return (
    <>
      <textarea
        ref={field}
        autoFocus
        className="field mono"
        aria-label="The note, in Markdown"
        placeholder="Markdown. A picture can be pasted or dropped here. Ctrl+Enter keeps the note."
        rows={7}
        value={value}
        onChange={({ target }) => onChange(target.value)}
        onPaste={(event) => takeFrom(event, event.clipboardData?.files)}
        onDrop={(event) => takeFrom(event, event.dataTransfer?.files)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) onSave();
        }}
      />
      {waiting > 0 && <p className="faded">Taking in {counted(waiting, 'picture')}…</p>}
      {problem && <p className="against">{problem}</p>}
      {value.trim() !== '' && <NoteText body={value} codebaseId={codebaseId} />}
    </>
  );
}
