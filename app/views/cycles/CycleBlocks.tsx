import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { meaningOf } from '../../frame/glossary.ts';
import type { CycleDetails, CycleStep } from '../../../server/views/cyclesView.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { NamedList, useNameOf } from '../../frame/names/Names.tsx';
import { useShortlists } from '../../frame/shortlists/Shortlists.tsx';
import { isTyping } from '../../frame/useFrameKeys.ts';
import { counted, figure } from '../../state/figures.ts';
import { noEvidence, usePicture } from '../../state/usePicture.ts';
import { besideQuery } from '../../state/pictureState.ts';
import { cycleInMatrix } from './inMatrix.ts';
import { CycleRing } from './CycleRing.tsx';

/** One cycle opened: ways round it, what to cut first, its members. */
export function CycleBlocks({ cycle, noun }: { cycle: CycleDetails; noun: string }) {
  const { params, change, showEvidence, from, to } = usePicture();
  const { codebaseId } = useParams();
  const { offer } = useShortlists();
  const { walk } = cycle;
  const at = walk.findIndex((step) => step.from.end === from && step.to.end === to);
  const go = (by: number): void => {
    if (walk.length === 0) return;
    const next = walk[at < 0 ? (by > 0 ? 0 : walk.length - 1) : (at + by + walk.length) % walk.length];
    showEvidence(next.from.end, next.to.end);
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (isTyping(event.target) || event.altKey || document.querySelector('[role=dialog],[role=menu]'))
        return;
      if (event.key !== 'ArrowRight' && event.key !== 'ArrowLeft') return;
      event.preventDefault();
      go(event.key === 'ArrowRight' ? 1 : -1);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  return (
    <NamedList all={cycle.members}>
      <section className="block">
        <h2>
          <span>
            {cycle.tag}: {counted(cycle.members.length, 'member')}, {counted(cycle.references, 'reference')}{' '}
            among them
          </span>
          <Link to={`/codebases/${codebaseId}/matrix?${besideQuery(params, cycleInMatrix(cycle))}`}>
            Show in matrix
          </Link>
          <Link to={`/codebases/${codebaseId}/graph?${besideQuery(params, { cycle: cycle.key })}`}>
            Show in graph
          </Link>
          <button
            type="button"
            className="plain-button link"
            onClick={() =>
              offer({
                suggested: `cycle ${cycle.tag}`,
                count: cycle.members.length,
                keys: cycle.members.map(({ key }) => key),
              })
            }
          >
            Shortlist them
          </button>
        </h2>
        <WayRound cycle={cycle} />
        <div className="walk">
          <CycleRing walk={walk} current={at} onStep={(step) => showEvidence(step.from.end, step.to.end)} />
          <ol className="steps">
            {walk.map((step, index) => (
              <li key={index}>
                <WalkStep
                  step={step}
                  isCurrent={index === at}
                  onOpen={() => showEvidence(step.from.end, step.to.end)}
                />
              </li>
            ))}
          </ol>
        </div>
        <p className="walk-keys">
          <button type="button" className="plain-button chip" onClick={() => go(-1)}>
            ← Step before
          </button>
          <button type="button" className="plain-button chip" onClick={() => go(1)}>
            Next step →
          </button>
        </p>
      </section>
      <section className="block">
        <h2>
          <span title={meaningOf('against the order')}>
            First candidates to cut: {counted(cycle.against.steps, 'link')} with{' '}
            {counted(cycle.against.references, 'reference')} against the order
          </span>
          <span>references</span>
        </h2>
        <StepList steps={cycle.steps.filter(({ against }) => against)} />
      </section>
      <section className="block">
        <h2>
          <span>The other links inside, the weakest first</span>
          <span>references</span>
        </h2>
        <StepList steps={cycle.steps.filter(({ against }) => !against)} />
        {cycle.stepCount > cycle.steps.length && (
          <p className="faded">
            {figure(cycle.stepCount - cycle.steps.length)} stronger links are not listed here; the matrix
            shows all.
          </p>
        )}
      </section>
      <section className="block">
        <h2>
          <span>Members</span>
          <span>{noun}</span>
        </h2>
        <div className="members">
          {cycle.members.map((member) => (
            <span key={member.end} className="member">
              <ElementName element={member} />
              <button
                type="button"
                className="plain-button link"
                aria-label={`Shortest cycle through ${member.name}`}
                title="Shortest cycle through it"
                onClick={() => change({ through: member.end, ...noEvidence })}
              >
                ↻
              </button>
            </span>
          ))}
        </div>
      </section>
    </NamedList>
  );
}

/** Which way round is shown, and the choice of another: through any of the members. */
function WayRound({ cycle: { members, walk, through } }: { cycle: CycleDetails }) {
  const { change } = usePicture();
  const nameOf = useNameOf();
  return (
    <p className="way-round">
      <label>
        Shortest cycle{' '}
        <select
          className="quiet-select"
          value={through?.end ?? ''}
          onChange={({ target }) => change({ through: target.value || null, ...noEvidence })}
        >
          <option value="">over the first candidate to cut</option>
          {members.map((member) => (
            <option key={member.end} value={member.end}>
              through {nameOf(member)}
            </option>
          ))}
        </select>
      </label>
      , {counted(walk.length, 'step')}
    </p>
  );
}

const LISTED_AT_FIRST = 12;

/** Links with their counts; a long list unfolds. */
function StepList({ steps }: { steps: CycleStep[] }) {
  const { showEvidence, from, to } = usePicture();
  const [showsAll, setShowsAll] = useState(false);
  const shown = showsAll ? steps : steps.slice(0, LISTED_AT_FIRST);
  return (
    <>
      {shown.map((step) => (
        <Step
          key={`${step.from.end}→${step.to.end}`}
          step={step}
          isCurrent={step.from.end === from && step.to.end === to}
          onOpen={() => showEvidence(step.from.end, step.to.end)}
        />
      ))}
      {steps.length > shown.length && (
        <button type="button" className="plain-button link quiet-link" onClick={() => setShowsAll(true)}>
          {figure(steps.length - shown.length)} more
        </button>
      )}
    </>
  );
}

/** A step of a way round: what it leads to stands in the line below, of the last in the first. */
function WalkStep({ step, isCurrent, onOpen }: { step: CycleStep; isCurrent: boolean; onOpen: () => void }) {
  const nameOf = useNameOf();
  return (
    <div className={`walk-step${isCurrent ? ' current' : ''}`}>
      <ElementName element={step.from} />
      <button
        type="button"
        className="plain-button mono"
        title={`${nameOf(step.from)} uses ${nameOf(step.to)}`}
        aria-label={`uses ${nameOf(step.to)}, ${counted(step.count, 'reference')}: show the places`}
        onClick={onOpen}
      >
        {figure(step.count)} ↓
      </button>
    </div>
  );
}

function Step({ step, isCurrent, onOpen }: { step: CycleStep; isCurrent: boolean; onOpen: () => void }) {
  return (
    <div className={`step${isCurrent ? ' current' : ''}`}>
      <ElementName element={step.from} />
      <span className="faded">uses</span>
      <ElementName element={step.to} />
      <button
        type="button"
        className="plain-button mono"
        aria-label={`${counted(step.count, 'reference')}: show the places`}
        onClick={onOpen}
      >
        {figure(step.count)}
      </button>
    </div>
  );
}
