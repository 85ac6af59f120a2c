import { useRef, useState, useSyncExternalStore } from 'react';
import type { PlanPage } from '../../../server/views/plan/planView.ts';
import type { PlanRecord } from '../../../server/store/modulePlans.ts';
import { MenuChip } from '../../frame/MenuChip.tsx';
import { OpenMenu } from '../../frame/parts.ts';
import { authorName, keepAuthor } from '../../state/author.ts';
import { counted } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { PlanFileInput } from './ReadPlan.tsx';
import type { PlanEditor } from '../../state/usePlanEdit.ts';
import { Words } from './Words.tsx';
import { fromBase } from '../../state/base.ts';

/** The name is this browser's: the server does not know it, and the page takes it up once. */
const neverChanges = () => () => {};
const nobody = (): string => '';

/** What is done with a plan as a whole: another one, its name, proposals, steps back, states to go back to, files. */
export function PlanTools({
  page,
  plan,
  codebaseId,
  editor,
  isProposing,
  onPropose,
}: {
  page: PlanPage;
  plan: PlanRecord;
  codebaseId: string;
  editor: PlanEditor;
  isProposing: boolean;
  onPropose: () => void;
}) {
  const { change } = usePicture();
  const name = useSyncExternalStore(neverChanges, authorName, nobody);
  const input = useRef<HTMLInputElement>(null);
  const [writing, setWriting] = useState<Element | null>(null);
  const file = fromBase(`/codebases/${codebaseId}/plans/${plan.id}`);
  return (
    <div className="view-tools plan-tools">
      {page.plans.length > 1 && (
        <select
          className="field"
          aria-label="Plan"
          value={plan.id}
          onChange={({ target }) => change({ plan: target.value, module: null, focus: null })}
        >
          {page.plans.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}, {id}
            </option>
          ))}
        </select>
      )}
      <Words
        key={`${plan.id} ${plan.name}`}
        label="Name of the plan"
        value={plan.name}
        onSet={(name) => name !== '' && editor.send({ do: 'renamePlan', id: String(plan.id), name })}
      />
      <button type="button" className="chip" aria-expanded={isProposing} onClick={onPropose}>
        Propose …
      </button>
      <button
        type="button"
        className="chip"
        onClick={() => editor.edit('a module added', { edit: 'add', name: 'New module' })}
      >
        Add a module
      </button>
      <StepButton which="undo" what={plan.undo} editor={editor} />
      <StepButton which="redo" what={plan.redo} editor={editor} />
      <StatesButton page={page} plan={plan} editor={editor} />
      <button
        type="button"
        className="chip"
        aria-haspopup="menu"
        onClick={({ currentTarget }) => setWriting(currentTarget)}
      >
        Files …
      </button>
      <PlanFileInput editor={editor} input={input} />
      <RemoveButton id={plan.id} name={plan.name} editor={editor} />
      <span className="push" />
      <input
        className="field plan-author"
        aria-label="Your name, saved with what you place"
        placeholder="your name"
        title="saved with what you place"
        maxLength={80}
        key={name}
        defaultValue={name}
        onChange={({ target }) => keepAuthor(target.value.trim())}
      />
      <span className="faded" role="status">
        {editor.isBusy ? 'Working …' : counted(page.files, 'file')}
      </span>
      {writing && (
        <OpenMenu
          at={writing}
          entries={[
            {
              key: 'yaml',
              label: 'Export as YAML: folders and exceptions',
              run: () => window.location.assign(`${file}.yaml`),
            },
            {
              key: 'json',
              label: 'Export as JSON: every file with its reason',
              run: () => window.location.assign(`${file}.json`),
            },
            { key: 'read', label: 'Import a plan from a file', run: () => input.current?.click() },
          ]}
          onClose={() => setWriting(null)}
        />
      )}
    </div>
  );
}

function StepButton({
  which,
  what,
  editor,
}: {
  which: 'undo' | 'redo';
  what: string | null;
  editor: PlanEditor;
}) {
  const word = which === 'undo' ? 'Undo' : 'Redo';
  return (
    <button
      type="button"
      className="chip"
      disabled={what === null || editor.isBusy}
      title={what === null ? undefined : `${word}: ${what}`}
      onClick={() => editor.step(which)}
    >
      {word}
    </button>
  );
}

/** Names the state that the plan is in, and goes back to one that was named. */
function StatesButton({ page, plan, editor }: { page: PlanPage; plan: PlanRecord; editor: PlanEditor }) {
  const [isNaming, setNaming] = useState(false);
  const id = String(plan.id);
  if (isNaming)
    return (
      <input
        className="field"
        aria-label="Name of this version"
        placeholder="name of this version"
        autoFocus
        maxLength={80}
        onBlur={() => setNaming(false)}
        onKeyDown={(event) => {
          const name = event.currentTarget.value.trim();
          if (event.key === 'Enter' && name !== '') editor.send({ do: 'nameState', id, name });
          if (event.key === 'Enter' || event.key === 'Escape') setNaming(false);
        }}
      />
    );
  return (
    <>
      <MenuChip
        entries={[
          { key: 'name', label: 'Name the current version', run: () => setNaming(true) },
          ...page.states.map((state) => ({
            key: `to ${state.id}`,
            label: (
              <>
                Go back to <b>&nbsp;{state.name}&nbsp;</b> of {state.namedAt.slice(0, 10)}
              </>
            ),
            run: () =>
              editor.send({
                do: 'toState',
                id,
                revision: String(plan.revision),
                state: String(state.id),
              }),
          })),
          ...page.states.map((state) => ({
            key: `forget ${state.id}`,
            label: `Forget ${state.name}`,
            run: () => editor.send({ do: 'forgetState', id, state: String(state.id) }),
          })),
        ]}
      >
        Versions …
      </MenuChip>
    </>
  );
}

/** A second click removes; to leave it takes the first one back. */
function RemoveButton({ id, name, editor }: { id: number; name: string; editor: PlanEditor }) {
  const [isSure, setSure] = useState(false);
  return (
    <button
      type="button"
      className={`chip${isSure ? ' against' : ''}`}
      onBlur={() => setSure(false)}
      onClick={() => {
        if (isSure) editor.send({ do: 'removePlan', id: String(id) });
        setSure(!isSure);
      }}
    >
      {isSure ? `Remove ${name} for good` : 'Remove the plan'}
    </button>
  );
}
