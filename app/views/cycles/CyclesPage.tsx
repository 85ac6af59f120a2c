import { useEffect } from 'react';
import type { CyclesPicture, CycleStep, CycleView } from '../../../server/views/cyclesView.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import {
  Caption,
  CertaintyPart,
  KindsPart,
  ListsPart,
  ParameterChoice,
  ScopePart,
  TestsPart,
} from '../../frame/Caption.tsx';
import { ElementName } from '../../frame/ElementName.tsx';
import { isTyping } from '../../frame/useFrameKeys.ts';
import { counted, figure, percent } from '../../state/figures.ts';
import { useShortlists } from '../../frame/shortlists/Shortlists.tsx';
import { usePicture } from '../../state/usePicture.ts';
import { CycleRing } from './CycleRing.tsx';
import './cycles.css';

const granularities = [
  { value: 'file', label: 'files' },
  { value: 'folder', label: 'folders' },
  { value: 'type', label: 'types' },
  { value: 'routine', label: 'routines' },
];

/** The cycles, and one of them opened: its members, walks through it, and the evidence of each step. */
export function CyclesPage({
  by,
  picture,
  scope,
}: {
  by: string;
  picture: CyclesPicture;
  scope: ScopeChoice;
}) {
  const { params, change } = usePicture();
  const chosen = picture.cycles.find(({ tag }) => tag === params.get('cycle')) ?? picture.cycles[0];
  const noun = granularities.find(({ value }) => value === by)!.label;
  return (
    <>
      <Caption>
        The{' '}
        <ParameterChoice
          label="granularity"
          name="by"
          options={granularities}
          value={by}
          also={{ cycle: null, walk: null, from: null, to: null }}
        />{' '}
        in <ScopePart scope={scope} /> that use each other in a circle, by references of <KindsPart />,{' '}
        <CertaintyPart />, tests <TestsPart />
        <ListsPart />.
      </Caption>
      {chosen ? (
        <div className="cycles-view">
          <ol className="cycle-list" aria-label="Cycles">
            {picture.cycles.map((cycle) => (
              <li key={cycle.tag}>
                <button
                  type="button"
                  className="plain-button"
                  aria-current={cycle === chosen}
                  onClick={() => change({ cycle: cycle.tag, walk: null, from: null, to: null })}
                >
                  <b>{cycle.tag}</b>
                  <span>{counted(cycle.members.length, by)}</span>
                  <span className="mono faded">{summary(cycle)}</span>
                </button>
              </li>
            ))}
          </ol>
          <CycleDetails cycle={chosen} noun={noun} />
        </div>
      ) : (
        <div className="empty">
          <h1>No cycles among the {noun}</h1>
          <p className="faded">
            The {figure(picture.elements)} {noun} here can be put in an order in which each uses only what
            comes before it.
          </p>
        </div>
      )}
      <div className="reading">
        <span>
          {counted(picture.cycles.length, 'cycle')}; {figure(picture.inCycles)} of {figure(picture.elements)}{' '}
          {noun} are in one
          {picture.elements > 0 && ` (${percent(picture.inCycles / picture.elements)})`}.
        </span>
      </div>
    </>
  );
}

function summary({ members }: CycleView): string {
  const names = members.slice(0, 3).map(({ name }) => name);
  return names.join(', ') + (members.length > 3 ? ' …' : '');
}

function CycleDetails({ cycle, noun }: { cycle: CycleView; noun: string }) {
  const { params, change, showEvidence, from, to } = usePicture();
  const { offer } = useShortlists();
  const walkIndex = Math.min(Number(params.get('walk') ?? 0) || 0, cycle.walks.length - 1);
  const walk = cycle.walks[walkIndex] ?? [];
  const at = walk.findIndex((step) => step.from.key === from && step.to.key === to);
  const go = (by: number): void => {
    if (walk.length === 0) return;
    const next = walk[at < 0 ? (by > 0 ? 0 : walk.length - 1) : (at + by + walk.length) % walk.length];
    showEvidence(next.from.key, next.to.key);
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
    <div className="cycle-details">
      <section className="block">
        <h2>
          <span>
            {cycle.tag}: {counted(cycle.members.length, 'member')}, {counted(cycle.references, 'reference')}{' '}
            among them
          </span>
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
          {cycle.walks.length > 1 && <span>{cycle.walks.length} ways round, the shortest first</span>}
        </h2>
        {cycle.walks.length > 1 && (
          <div className="walks" role="tablist" aria-label="Ways round">
            {cycle.walks.map((steps, index) => (
              <button
                key={index}
                type="button"
                role="tab"
                aria-selected={index === walkIndex}
                className="plain-button chip"
                onClick={() => change({ walk: index === 0 ? null : String(index), from: null, to: null })}
              >
                <span className="mono">{steps[0].from.name}</span>, {counted(steps.length, 'step')}
              </button>
            ))}
          </div>
        )}
        <div className="walk">
          <CycleRing walk={walk} current={at} onStep={(step) => showEvidence(step.from.key, step.to.key)} />
          <ol className="steps">
            {walk.map((step, index) => (
              <li key={index}>
                <Step
                  step={step}
                  isCurrent={index === at}
                  onOpen={() => showEvidence(step.from.key, step.to.key)}
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
          <span>The thinnest links inside</span>
          <span>references</span>
        </h2>
        {cycle.steps.slice(0, 12).map((step) => (
          <Step
            key={`${step.from.key}→${step.to.key}`}
            step={step}
            isCurrent={step.from.key === from && step.to.key === to}
            onOpen={() => showEvidence(step.from.key, step.to.key)}
          />
        ))}
      </section>
      <section className="block">
        <h2>
          <span>Members</span>
          <span>{noun}</span>
        </h2>
        <div className="members">
          {cycle.members.map((member) => (
            <ElementName key={member.key} element={member} text={member.key} />
          ))}
        </div>
      </section>
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
