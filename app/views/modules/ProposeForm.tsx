import { useState } from 'react';
import {
  proposalSources,
  proposalWords,
  type ProposalSource,
} from '../../../server/plans/proposals/sources.ts';
import type { PlanRecord } from '../../../server/store/modulePlans.ts';
import type { PlanEditor } from '../../state/usePlanEdit.ts';
import { useProposalProgress } from './useProposalProgress.ts';

/** Shares of what links weigh that names and folders may weigh. */
const weights = [
  { value: '0', label: 'not at all' },
  { value: '0.25', label: 'a quarter of links' },
  { value: '0.5', label: 'half of links' },
  { value: '1', label: 'as much as links' },
] as const;

/** What modules are proposed from, and how: a form with one sentence on what will happen. */
export function ProposeForm({
  plan,
  editor,
  codebaseId,
  hasSettled,
  apart,
}: {
  /** The plan that is proposed anew; null for a new one. */
  plan: PlanRecord | null;
  editor: PlanEditor;
  codebaseId: string;
  hasSettled: boolean;
  /** Languages between which no dependency leads. */
  apart: readonly (readonly string[])[];
}) {
  const [from, setFrom] = useState<ProposalSource>('links');
  const [names, setNames] = useState('0.5');
  const [nearness, setNearness] = useState('0.5');
  const [count, setCount] = useState('');
  const [keepSettled, setKeepSettled] = useState(true);
  const progress = useProposalProgress(codebaseId, editor.isBusy);
  const { says, takesWeights, takesCount } = proposalWords[from];
  const sources = proposalSources
    .filter((source) => plan !== null || source !== 'anchors')
    .map((source) => ({ value: source, label: proposalWords[source].label }));
  const propose = (isNew: boolean): void =>
    editor.send({
      do: 'propose',
      ...(isNew || plan === null ? {} : { id: String(plan.id), revision: String(plan.revision) }),
      from,
      names,
      nearness,
      count: takesCount ? count : '',
      keepSettled: keepSettled && !isNew ? 'yes' : 'no',
    });
  return (
    <form
      className="propose"
      aria-label="Propose modules"
      onSubmit={(event) => {
        event.preventDefault();
        propose(plan === null);
      }}
    >
      <div className="propose-fields">
        <Pick label="Group files by" options={sources} value={from} onChange={setFrom} />
        {takesWeights && (
          <>
            <Pick label="Names count" options={weights} value={names} onChange={setNames} />
            <Pick label="Same folder counts" options={weights} value={nearness} onChange={setNearness} />
          </>
        )}
        {takesCount && (
          <label>
            Number of modules
            <input
              className="field"
              type="number"
              min={1}
              max={500}
              placeholder="automatic"
              value={count}
              onChange={({ target }) => setCount(target.value)}
            />
          </label>
        )}
      </div>
      <p className="faded">
        {says}
        {takesCount && apart.length > 1 && (
          <>
            {' '}
            {listed(apart.map((set) => set.join('/')))} have no dependencies on each other, so they get
            separate modules.
          </>
        )}
      </p>
      {plan !== null && hasSettled && from !== 'anchors' && (
        <label>
          <input
            type="checkbox"
            checked={keepSettled}
            onChange={({ target }) => setKeepSettled(target.checked)}
          />{' '}
          Keep confirmed files where they are
        </label>
      )}
      <div className="propose-actions">
        <button type="submit" className="chip strong" disabled={editor.isBusy}>
          {editor.isBusy ? 'Proposing …' : plan === null ? 'Propose' : 'Propose again'}
        </button>
        {editor.isBusy && (
          <>
            <span
              className="faded"
              role="progressbar"
              aria-valuenow={progress?.done}
              aria-valuemax={progress?.of}
            >
              {progress === null ? 'Computing weights' : `Run ${progress.done + 1} of ${progress.of}`}
            </span>
            <button type="button" className="chip" onClick={editor.stop}>
              Stop
            </button>
          </>
        )}
        {plan !== null && from !== 'anchors' && !editor.isBusy && (
          <button type="button" className="chip" disabled={editor.isBusy} onClick={() => propose(true)}>
            Propose as another plan
          </button>
        )}
      </div>
    </form>
  );
}

/** “A, B and C”. */
function listed(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`;
}

function Pick<Value extends string>({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: readonly { value: Value; label: string }[];
  value: string;
  onChange: (value: Value) => void;
}) {
  return (
    <label>
      {label}
      <select className="field" value={value} onChange={({ target }) => onChange(target.value as Value)}>
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </label>
  );
}
