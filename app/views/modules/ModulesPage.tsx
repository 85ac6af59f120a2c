import { useEffect, useRef, useState } from 'react';
import type { PlanPage } from '../../../server/views/planView.ts';
import { Caption, TestsPart } from '../../frame/Caption.tsx';
import { isTyping } from '../../frame/useFrameKeys.ts';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { ALL_OPEN, NOT_PLACED } from '../../../server/views/planOpen.ts';
import { MemberList } from './MemberList.tsx';
import { ModuleList, Words } from './ModuleList.tsx';
import { ProposeForm } from './ProposeForm.tsx';
import { ReadPlan } from './ReadPlan.tsx';
import { usePlanEdit, type PlanEditor } from './usePlanEdit.ts';
import './modules.css';

/** So many paths that are gone are named. */
const GONE_NAMED = 3;

const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** A plan of modules: which there are, and the files of one, to be settled; or how to come by a plan. */
export function ModulesPage({ page, codebaseId }: { page: PlanPage; codebaseId: string }) {
  const { plan, modules, settledShare, notPlaced, codeLines } = page;
  const { change } = usePicture();
  const editor = usePlanEdit(plan, codebaseId);
  const [isProposing, setProposing] = useState(false);
  const dragged = useRef<string | null>(null);
  useUndoKeys(editor);
  const openModule = (module: string): void => change({ module, focus: null }, { replace: true });
  const nameOf = new Map(modules.map(({ id, name }) => [id, name]));
  const drop = (module: string): void => {
    const key = dragged.current;
    dragged.current = null;
    if (key === null || module === page.open) return;
    const name = key.slice(key.lastIndexOf('/') + 1);
    editor.edit(`${name} moved to ${nameOf.get(module)!}`, { edit: 'place', targets: [key], module });
  };
  if (plan === null)
    return (
      <>
        <Caption>The modules of this codebase: no plan of them has been made.</Caption>
        <div className="page modules-start">
          <h1>Which modules is this made of?</h1>
          <p className="faded">
            Start from a proposal. Each file gets a reason and a doubt; go through the doubtful ones, and
            settle them. Every view can then show the code by these modules instead of by its folders.
          </p>
          <ProposeForm plan={null} editor={editor} hasSettled={false} />
          <p className="faded">
            Or take one that somebody has already: <ReadPlan editor={editor} />
          </p>
          {editor.problem && <p className="against">{editor.problem}</p>}
        </div>
      </>
    );
  return (
    <>
      <Caption>
        The{' '}
        <b>
          {counted(modules.length, 'module')} of {plan.name}
        </b>
        , {percent(settledShare)} of the code settled,{' '}
        {notPlaced.codeLines === 0
          ? 'all of it placed'
          : `${percent(notPlaced.codeLines / Math.max(1, codeLines))} not yet placed`}
        , tests <TestsPart />.
      </Caption>
      <div className="plan-tools">
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
        <button
          type="button"
          className="chip"
          aria-expanded={isProposing}
          onClick={() => setProposing(!isProposing)}
        >
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
        <a className="chip" href={`/codebases/${codebaseId}/plans/${plan.id}.json`} download>
          Export as JSON
        </a>
        <ReadPlan editor={editor} />
        <RemoveButton id={plan.id} name={plan.name} editor={editor} />
        <span className="push" />
        <span className="faded" role="status">
          {editor.isBusy ? 'Working …' : `${figure(page.files)} files`}
        </span>
      </div>
      {isProposing && (
        <div className="plan-proposing">
          <ProposeForm plan={plan} editor={editor} hasSettled={settledShare > 0} />
        </div>
      )}
      {editor.problem && <p className="against plan-problem">{editor.problem}</p>}
      {page.gone.length > 0 && (
        <p className="caution plan-problem">
          {counted(page.gone.length, 'placing')} of what is not in this survey:{' '}
          <span className="mono">{page.gone.slice(0, GONE_NAMED).join(', ')}</span>
          {page.gone.length > GONE_NAMED && ' …'}{' '}
          <button
            type="button"
            className="plain-button link"
            onClick={() => editor.edit('what is gone taken out', { edit: 'takeOut', targets: page.gone })}
          >
            Take them out
          </button>
        </p>
      )}
      <div className="plan-frame">
        <div className="plan-view">
          <ModuleList page={page} editor={editor} onOpen={openModule} onDropped={drop} />
          <section className="plan-members">
            <h2>
              <span>
                {page.open === NOT_PLACED
                  ? 'Not yet placed'
                  : page.open === ALL_OPEN
                    ? 'In any module, not settled'
                    : nameOf.get(page.open)}{' '}
                {page.open !== ALL_OPEN && (
                  <button type="button" className="plain-button link" onClick={() => openModule(ALL_OPEN)}>
                    of all modules
                  </button>
                )}
              </span>
              <span>doubt</span>
              <span>code lines</span>
            </h2>
            <MemberList
              key={page.open}
              page={page}
              editor={editor}
              onOpen={openModule}
              onDrag={(key) => (dragged.current = key)}
            />
          </section>
        </div>
      </div>
    </>
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
  const word = which === 'undo' ? 'Take back' : 'Do again';
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

function useUndoKeys({ step }: PlanEditor): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || isTyping(event.target))
        return;
      event.preventDefault();
      step(event.shiftKey ? 'redo' : 'undo');
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [step]);
}
