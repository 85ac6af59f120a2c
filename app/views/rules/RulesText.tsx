import { useState } from 'react';
import type { RulesEditor } from '../../state/useRulesEdit.ts';

/** The rules as they stand in the file, to be written by hand; what cannot be read is refused with its line and column. */
export function RulesText({
  text,
  editor,
  onClose,
}: {
  text: string;
  editor: RulesEditor;
  /** Null where nothing else can be shown. */
  onClose: (() => void) | null;
}) {
  const [written, setWritten] = useState(text);
  return (
    <form
      className="rules-text"
      onSubmit={(event) => {
        event.preventDefault();
        editor.edit('wrote the text', { do: 'text', text: written });
      }}
    >
      <textarea
        className="field mono"
        aria-label="The rules as text"
        spellCheck={false}
        value={written}
        onChange={({ target }) => setWritten(target.value)}
      />
      <p>
        <button type="submit" className="chip" disabled={editor.isBusy || written === text}>
          Save
        </button>{' '}
        {onClose !== null && (
          <button type="button" className="chip" onClick={onClose}>
            {written === text ? 'Close' : 'Cancel'}
          </button>
        )}{' '}
        <span className="faded">
          The format is described in docs/rules.md: order, mayNotUse, only, inside, cycles.
        </span>
      </p>
    </form>
  );
}
