import type { CyclesPicture, CycleSummary } from '../../../server/views/cyclesView.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import {
  ArrangementPart,
  Caption,
  CaptionEnd,
  CertaintyPart,
  GrainPart,
  grainLabel,
  KindsPart,
  ListsPart,
  ScopePart,
  TestsPart,
} from '../../frame/Caption.tsx';
import { namesApart } from '../../../server/views/graphQuery/namesApart.ts';
import { counted, figure, percent } from '../../state/figures.ts';
import { noEvidence, usePicture } from '../../state/usePicture.ts';
import { CycleBlocks } from './CycleBlocks.tsx';
import './cycles.css';

/** The cycles, and one of them opened: its members, walks through it, and the evidence of each step. */
export function CyclesPage({ picture, scope }: { picture: CyclesPicture; scope: ScopeChoice }) {
  const { grain, by } = usePicture();
  const noun = grainLabel(grain, by);
  const { open, cycles } = picture;
  const groups = grainLabel('groups', by);
  const sorts = [
    { title: `Among ${noun}`, listed: cycles.filter(({ within }) => within === null) },
    { title: `Among neighbouring ${groups}`, listed: cycles.filter(({ within }) => within !== null) },
  ];
  return (
    <>
      <Caption>
        Cycles among the <GrainPart /> of <ScopePart scope={scope} />, and among neighbouring groups{' '}
        <ArrangementPart scope={scope} />, by references of <KindsPart />, <CertaintyPart />; tests{' '}
        <TestsPart />
        <ListsPart />; <b>{counted(cycles.length, 'cycle')}</b>
        <CaptionEnd />
      </Caption>
      {open ? (
        <div className="cycles-view">
          <nav className="cycle-list" aria-label="Cycles">
            {sorts.map(
              ({ title, listed }) =>
                listed.length > 0 && (
                  <section key={title}>
                    <h2>
                      {title} <span className="faded">{figure(listed.length)}</span>
                    </h2>
                    <ol>
                      {listed.map((cycle) => (
                        <CycleEntry key={cycle.key} cycle={cycle} isOpen={cycle.key === open.key} />
                      ))}
                    </ol>
                  </section>
                ),
            )}
          </nav>
          {/* Another cycle is read from its top. */}
          <div className="cycle-details" key={open.key}>
            {picture.unknown !== null && (
              <p className="caution" role="status">
                This picture has no cycle with {picture.unknown.slice(2)} as the address asks for; {open.tag}{' '}
                is shown.
              </p>
            )}
            <CycleBlocks cycle={open} noun={noun} />
          </div>
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
          {counted(sorts[0].listed.length, 'cycle')} among {noun}; {figure(picture.inCycles)} of{' '}
          {figure(picture.elements)} {noun} are in one
          {picture.elements > 0 && ` (${percent(picture.inCycles / picture.elements)})`}.
        </span>
        <Otherwise picture={picture} noun={noun} />
      </div>
    </>
  );
}

/** How many are in cycles with imports of barrels counted the other way, which is a click away. */
function Otherwise({
  picture: { otherwiseInCycles, inCycles },
  noun,
}: {
  picture: CyclesPicture;
  noun: string;
}) {
  const { barrels, change } = usePicture();
  if (otherwiseInCycles === null || otherwiseInCycles === inCycles) return null;
  const isWritten = barrels === 'written';
  return (
    <button
      type="button"
      className="chip"
      onClick={() => change({ barrels: isWritten ? null : 'written', cycle: null, ...noEvidence })}
    >
      {figure(otherwiseInCycles)} {noun} with imports of barrels{' '}
      {isWritten ? 'where they lead' : 'as written'}
    </button>
  );
}

function CycleEntry({ cycle, isOpen }: { cycle: CycleSummary; isOpen: boolean }) {
  const { change } = usePicture();
  return (
    <li>
      <button
        type="button"
        className="plain-button"
        aria-current={isOpen}
        onClick={() => change({ cycle: cycle.key, through: null, ...noEvidence })}
      >
        <b>{cycle.tag}</b>
        <span>
          {counted(cycle.size, 'member')}
          {(cycle.throughBarrels ?? 0) > 0 && (
            <span className="faded"> {figure(cycle.throughBarrels!)} only through barrels</span>
          )}
        </span>
        <span className="mono faded">
          {namesApart(cycle.names).join(', ')}
          {cycle.size > cycle.names.length && ' …'}
        </span>
      </button>
    </li>
  );
}
