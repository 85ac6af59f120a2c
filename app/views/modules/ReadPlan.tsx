import { useRef } from 'react';
import type { PlanEditor } from '../../state/usePlanEdit.ts';

/** A button that reads a plan from a file, as a plan of its own. */
export function ReadPlan({ editor }: { editor: PlanEditor }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="chip" disabled={editor.isBusy} onClick={() => input.current?.click()}>
        Read a plan …
      </button>
      <input
        ref={input}
        type="file"
        hidden
        accept=".json,.yaml,.yml,.csv,.tsv,CODEOWNERS,OWNERS"
        aria-label="Plan file"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file)
            void file.text().then((text) => editor.send({ do: 'read', name: file.name.slice(0, 80), text }));
          target.value = '';
        }}
      />
    </>
  );
}
