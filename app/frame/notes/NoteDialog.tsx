import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { onDemand } from '../onDemand.tsx';
import './notes.css';

const WriteNote = onDemand(async () => (await import('./WriteNote.tsx')).WriteNote);

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
