import { useEffect, useRef, useState, type ClipboardEvent, type DragEvent } from 'react';
import { counted } from '../../state/figures.ts';
import { NoteText } from './NoteText.tsx';
import { ownFetch } from '../../state/ownFetch.ts';

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
        const response = await ownFetch(`/codebases/${codebaseId}/pictures`, {
          method: 'post',
          body: form,
        });
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
        setProblem('The image could not be uploaded.');
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
        placeholder="Markdown. Paste or drop images here. Ctrl+Enter saves the note."
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
