import type { PlanFigures } from '../../../core/plan/planFigures.ts';
import { counted, figure } from '../../state/figures.ts';
import type { Tried } from './usePlanEffect.ts';

const share = ({ inside, references }: PlanFigures): number =>
  references === 0 ? 0 : (100 * inside) / references;

/** What the plan comes to, and beside it what it would after the edit that is thought of. */
export function EffectLine({
  figures,
  broken,
  tried,
}: {
  figures: PlanFigures;
  /** References from one module to another that break rules. */
  broken: number;
  tried: Tried | null;
}) {
  const after = tried?.effect?.after ?? null;
  return (
    <div
      className={`plan-figures${tried ? ' trying' : ''}`}
      role="status"
      aria-label="What the plan comes to"
    >
      <Figure
        words="of references stay inside"
        now={share(figures)}
        then={after && share(after)}
        isGoodDown={false}
        shown={(value) => `${value.toFixed(1)} %`}
      />
      <Figure
        words={figures.modulesInCycles === 1 ? 'module in cycles' : 'modules in cycles'}
        now={figures.modulesInCycles}
        then={after && after.modulesInCycles}
        isGoodDown
        shown={figure}
      />
      <Figure
        words="references against the order"
        now={figures.against}
        then={after && after.against}
        isGoodDown
        shown={figure}
      />
      {broken > 0 && (
        <span className="against">
          ⊢ <b className="mono">{figure(broken)}</b> {broken === 1 ? 'violates' : 'violate'} a rule
        </span>
      )}
      <span className={tried?.problem ? 'against' : 'faded'}>
        {tried === null
          ? `of ${counted(figures.references, 'reference')} that touch a module`
          : `${tried.what}${tried.problem ? `: ${tried.problem}` : tried.effect ? '' : ' …'}`}
      </span>
    </div>
  );
}

function Figure({
  words,
  now,
  then,
  isGoodDown,
  shown,
}: {
  words: string;
  now: number;
  then: number | null;
  isGoodDown: boolean;
  shown: (value: number) => string;
}) {
  const isSame = then === null || shown(now) === shown(then);
  const isBetter = then !== null && then < now === isGoodDown;
  return (
    <span>
      <b className="mono">{shown(now)}</b>
      {!isSame && (
        <b className={`mono ${isBetter ? 'accent' : 'against'}`}>
          {' '}
          → {shown(then)} {isBetter ? '✓' : '✗'}
        </b>
      )}{' '}
      {words}
    </span>
  );
}
