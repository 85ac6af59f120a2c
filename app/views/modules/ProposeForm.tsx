import { useState } from 'react';
import type { PlanRecord } from '../../../server/store/modulePlans.ts';
import type { PlanEditor } from '../../state/usePlanEdit.ts';
import { useProposalProgress } from './useProposalProgress.ts';

const sources = [
  { value: 'links', label: 'what links files' },
  { value: 'folders', label: 'folders' },
  { value: 'packages', label: 'packages' },
  { value: 'build', label: 'build modules' },
  { value: 'anchors', label: 'what is settled in each' },
] as const;
type Source = (typeof sources)[number]['value'];

/** Shares of what links weigh that names and folders may weigh. */
const weights = [
  { value: '0', label: 'nothing' },
  { value: '0.25', label: 'a quarter of links' },
  { value: '0.5', label: 'half of links' },
  { value: '1', label: 'as much as links' },
] as const;

/** One sentence that says what modules are proposed from, each part of it a choice. */
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
  const [from, setFrom] = useState<Source>('links');
  const [names, setNames] = useState('0.5');
  const [nearness, setNearness] = useState('0.5');
  const [count, setCount] = useState('');
  const [keepSettled, setKeepSettled] = useState(true);
  const progress = useProposalProgress(codebaseId, editor.isBusy);
  const isFromPulls = from === 'links' || from === 'anchors';
  const propose = (isNew: boolean): void =>
    editor.send({
      do: 'propose',
      ...(isNew || plan === null ? {} : { id: String(plan.id), revision: String(plan.revision) }),
      from,
      names,
      nearness,
      count: from === 'links' ? count : '',
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
      <p>
        Propose modules from{' '}
        <Pick
          label="source"
          options={plan === null ? sources.filter(({ value }) => value !== 'anchors') : sources}
          value={from}
          onChange={setFrom}
        />
        {isFromPulls && (
          <>
            , where names weigh <Pick label="names" options={weights} value={names} onChange={setNames} /> and
            lying in one folder{' '}
            <Pick label="nearness" options={weights} value={nearness} onChange={setNearness} />
          </>
        )}
        {from === 'links' && (
          <>
            ,{' '}
            <input
              className="field"
              type="number"
              min={1}
              max={500}
              aria-label="Number of modules"
              placeholder="as many"
              value={count}
              onChange={({ target }) => setCount(target.value)}
            />{' '}
            {count === '' ? 'as hold together' : count === '1' ? 'module' : 'modules'}
          </>
        )}
        {!isFromPulls && ', each at the depth where links stay inside best'}
        {from === 'anchors' && ': the rest goes to the module that its links lead to'}.
      </p>
      {from === 'links' && apart.length > 1 && (
        <p className="propose-apart faded">
          No dependency leads between{' '}
          {listed(
            apart.map((set) => listed(set, 'and')),
            'or',
          )}
          : links alone put files of these into one module never.
        </p>
      )}
      {plan !== null && hasSettled && from !== 'anchors' && (
        <label>
          <input
            type="checkbox"
            checked={keepSettled}
            onChange={({ target }) => setKeepSettled(target.checked)}
          />{' '}
          what is settled stays where it is
        </label>
      )}
      <div className="propose-actions">
        <button type="submit" className="chip strong" disabled={editor.isBusy}>
          {editor.isBusy ? 'Working it out …' : plan === null ? 'Propose' : 'Propose anew'}
        </button>
        {editor.isBusy && (
          <>
            <span
              className="faded"
              role="progressbar"
              aria-valuenow={progress?.done}
              aria-valuemax={progress?.of}
            >
              {progress === null ? 'links are weighed' : `run ${progress.done + 1} of ${progress.of}`}
            </span>
            <button type="button" className="chip" onClick={editor.stop}>
              Stop
            </button>
          </>
        )}
        {plan !== null && from !== 'anchors' && !editor.isBusy && (
          <button type="button" className="chip" disabled={editor.isBusy} onClick={() => propose(true)}>
            As another plan
          </button>
        )}
      </div>
    </form>
  );
}

/** “A, B and C”. */
function listed(words: readonly string[], last: 'and' | 'or'): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)!}`;
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
    <select
      className="field"
      aria-label={label}
      value={value}
      onChange={({ target }) => onChange(target.value as Value)}
    >
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </select>
  );
}
