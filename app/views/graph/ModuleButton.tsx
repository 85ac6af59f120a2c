import { useState } from 'react';
import { Link } from 'react-router';
import type { PlanRecord } from '../../../server/store/modulePlans.ts';
import { authorName } from '../../state/author.ts';
import { counted } from '../../state/figures.ts';
import { usePlanEdit } from '../../state/usePlanEdit.ts';

/** What was gathered in the drawing becomes a module of the plan, under a name that is asked for. */
export function ModuleButton({
  plan,
  keys,
  suggested,
  codebaseId,
}: {
  plan: PlanRecord;
  keys: readonly string[];
  suggested: string;
  codebaseId: string;
}) {
  const editor = usePlanEdit(plan, codebaseId);
  const [isNaming, setNaming] = useState(false);
  const [made, setMade] = useState<string | null>(null);
  if (isNaming)
    return (
      <input
        className="field"
        aria-label="Name of the new module"
        placeholder="name of the new module"
        autoFocus
        maxLength={80}
        defaultValue={suggested}
        onFocus={({ target }) => target.select()}
        onBlur={() => setNaming(false)}
        onKeyDown={(event) => {
          const name = event.currentTarget.value.trim();
          if (event.key === 'Enter' && name !== '') {
            const from = { keys: [...keys] };
            editor.edit(`${name} made from the graph`, {
              edit: 'takeIn',
              into: { name },
              from,
              by: authorName(),
            });
            setMade(name);
          }
          if (event.key === 'Enter' || event.key === 'Escape') setNaming(false);
        }}
      />
    );
  return (
    <>
      <button
        type="button"
        className="chip"
        disabled={keys.length === 0 || editor.isBusy}
        title={`Makes a module of ${counted(keys.length, 'box', 'boxes')} in ${plan.name}`}
        onClick={() => setNaming(true)}
      >
        As a module
      </button>
      {editor.problem !== null && <span className="against">{editor.problem}</span>}
      {made !== null && editor.problem === null && !editor.isBusy && (
        <span role="status">
          {made} is a module of{' '}
          <Link to={`/codebases/${codebaseId}/modules?plan=${plan.id}`} className="link">
            {plan.name}
          </Link>
        </span>
      )}
    </>
  );
}
