import { useRef, type RefObject } from 'react';
import type { PlanEditor } from '../../state/usePlanEdit.ts';

/** Where a file is chosen from which a plan is read, as a plan of its own; not seen itself. */
export function PlanFileInput({
  editor,
  input,
}: {
  editor: PlanEditor;
  input: RefObject<HTMLInputElement | null>;
}) {
  return (
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
  );
}

/** A button that asks for such a file. */
export function ReadPlan({ editor }: { editor: PlanEditor }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="chip" disabled={editor.isBusy} onClick={() => input.current?.click()}>
        Import a plan …
      </button>
      <PlanFileInput editor={editor} input={input} />
    </>
  );
}
