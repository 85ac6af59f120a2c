import { useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { meaningOf } from '../../frame/glossary.ts';
import type { MatrixPicture } from '../../../server/views/matrixView.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import {
  Caption,
  CaptionEnd,
  ArrangementPart,
  CertaintyPart,
  GrainPart,
  KindsPart,
  ListsPart,
  ParameterChoice,
  ScopePart,
  TestsPart,
} from '../../frame/Caption.tsx';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { CutName } from '../../frame/names/Names.tsx';
import { useMarks } from '../../frame/marks/Marks.tsx';
import { besideQuery, carriedOver } from '../../state/pictureState.ts';
import { breaksInWords } from '../../state/words.ts';
import { counted, figure, percent } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { AgainstList } from './AgainstList.tsx';
import { MatrixCanvas, type Cell } from './MatrixCanvas.tsx';
import { MatrixLegend } from './MatrixLegend.tsx';
import { countAt, sceneOf, wholeName, type Scene } from './scene.ts';
import './matrix.css';

const orders = [
  { value: 'level', label: 'level' },
  { value: 'name', label: 'name' },
];

/** The open groups as they stand in the address; one empty value says that all are closed by hand. */
function openedByHand(kept: readonly string[], opened: readonly string[]): string[] {
  const all = [...kept, ...opened];
  return all.length === 0 ? [''] : all;
}

/** The same elements as rows and columns; the row uses the column. */
export function MatrixPage({
  picture,
  scope,
  flat,
  order,
}: {
  picture: MatrixPicture;
  scope: ScopeChoice;
  flat: boolean;
  order: 'level' | 'name';
}) {
  const state = usePicture();
  const { params, change } = state;
  const codebaseId = useParams().codebaseId!;
  const navigate = useNavigate();
  const links = useElementLinks(codebaseId);
  const [pointed, setPointed] = useState<Cell | null>(null);
  const scopeKey = scope.current.key;
  const showsAgainst = params.get('against') === '1' && picture.totals.againstCells > 0;
  const { markOf } = useMarks();
  const scene = useMemo(() => sceneOf(picture, scopeKey, flat, markOf), [picture, scopeKey, flat, markOf]);
  const toggle = (row: number): void => {
    const { key, heading } = scene.rows[row];
    setPointed(null);
    change({
      open: openedByHand(
        picture.open.filter((other) => other !== key),
        heading ? [] : [key],
      ),
      zoom: null,
    });
  };
  return (
    <>
      <Caption>
        The <GrainPart /> of <ScopePart scope={scope} />,{' '}
        <ArrangementPart scope={scope} list={{ isOn: flat }} />: rows use columns, by references of{' '}
        <KindsPart />, <CertaintyPart />; tests <TestsPart />; ordered by{' '}
        <ParameterChoice label="order" name="order" options={orders} value={order} />
        <ListsPart />
        <CaptionEnd />
      </Caption>
      <div className={`picture${showsAgainst ? ' with-list' : ''}`}>
        {scene.rows.length === 0 ? (
          <div className="empty">
            <h1>Nothing to compare here</h1>
            <p className="faded">
              No row matches the filters in this scope. Choose another scope in the caption, or show tests.
            </p>
          </div>
        ) : (
          <div className="matrix-room">
            <MatrixCanvas
              scene={scene}
              focus={state.focus}
              pointed={
                pointed && pointed.row < scene.rows.length && pointed.column < scene.rows.length
                  ? pointed
                  : null
              }
              zoom={params.get('zoom')}
              onPoint={setPointed}
              onFocus={state.focusOn}
              onEvidence={state.showEvidence}
              onToggle={toggle}
              onGoIn={(element) => {
                const target = links.goIn(element);
                if (target !== null) void navigate(target);
              }}
              onZoom={(zoom) => change({ zoom }, { replace: true })}
              onCycle={(cycle) => void navigate(cycleAddress(codebaseId, params, cycle))}
            />
          </div>
        )}
        {showsAgainst && (
          <AgainstList scene={scene} picture={picture} codebaseId={codebaseId} onPoint={setPointed} />
        )}
      </div>
      <div className="reading matrix-reading">
        <span className="sentence" aria-live="polite">
          {pointed ? (
            <CellSentence scene={scene} cell={pointed} />
          ) : (
            <WholeSentence picture={picture} order={order} />
          )}
        </span>
        <span className="remarks">
          <Remarks scene={scene} picture={picture} codebaseId={codebaseId} />
          {picture.isOpenByHand && !flat && (
            <button type="button" className="chip" onClick={() => change({ open: null, zoom: null })}>
              Reset groups
            </button>
          )}
        </span>
        <MatrixLegend {...scene} />
      </div>
    </>
  );
}

function CellSentence({ scene, cell }: { scene: Scene; cell: Cell }) {
  const row = scene.rows[cell.row];
  const column = scene.rows[cell.column];
  if (row && column && row === column) return <b className="mono">{wholeName(row)}</b>;
  if (row?.heading || column?.heading) {
    return (
      <>
        <b className="mono">{scene.labels[row?.heading ? cell.row : cell.column]}</b> is open; its parts are
        below it
      </>
    );
  }
  if (!row || !column) {
    const either = row ?? column;
    return <b className="mono">{either && wholeName(either)}</b>;
  }
  const count = countAt(scene, cell.row, cell.column);
  const against = count > 0 && cell.column > cell.row;
  const broken = scene.broken.find((each) => each.row === cell.row && each.column === cell.column);
  return (
    <>
      row <b className="mono">{scene.labels[cell.row]}</b> {count === 0 ? 'does not use' : 'uses'} column{' '}
      <b className="mono">{scene.labels[cell.column]}</b>
      {count > 0 && ` ${figure(count)} ${count === 1 ? 'time' : 'times'}`}
      {against && <span className="against">, against the order</span>}
      {broken && <span className="against">; {breaksInWords(broken)}</span>}
      {scene.unused.some((each) => each.row === cell.row && each.column === cell.column) && (
        <span className="caution">, though its build declares it</span>
      )}
    </>
  );
}

function WholeSentence({ picture: { totals }, order }: { picture: MatrixPicture; order: string }) {
  if (totals.references === 0) return <>None of these uses another.</>;
  if (order === 'name') return <>{counted(totals.references, 'use')} between these.</>;
  const down = 1 - totals.againstReferences / totals.references;
  if (totals.againstCells === 0) return <>All {counted(totals.references, 'reference')} follow the order.</>;
  // Never rounded up to 100 while some go against.
  return (
    <>
      {percent(Math.min(down, 0.999), down > 0.99 ? 1 : 0)} of references follow the order.{' '}
      <span className="against">
        {counted(totals.againstReferences, 'reference')} in {counted(totals.againstCells, 'cell')}{' '}
        {totals.againstReferences === 1 ? 'goes' : 'go'} against it.
      </span>
    </>
  );
}

/** What stands out, each a step to where it is seen. */
function Remarks({
  scene,
  picture,
  codebaseId,
}: {
  scene: Scene;
  picture: MatrixPicture;
  codebaseId: string;
}) {
  const { params, change, focusOn } = usePicture();
  const { hub, broad } = useMemo(() => extremes(scene), [scene]);
  return (
    <>
      {hub && (
        <button type="button" className="chip" onClick={() => focusOn(scene.rows[hub.row].key)}>
          <RowName name={scene.labels[hub.row]} /> is used by {hub.all ? 'all' : hub.count}
        </button>
      )}
      {broad && (
        <button type="button" className="chip" onClick={() => focusOn(scene.rows[broad.row].key)}>
          <RowName name={scene.labels[broad.row]} /> uses {broad.all ? 'all' : broad.count}
        </button>
      )}
      {picture.cycleCount > 0 && (
        <Link className="chip" to={`/codebases/${codebaseId}/cycles${carriedOver(params)}`}>
          {counted(picture.cycleCount, 'cycle')}
          {picture.brackets.length < picture.cycleCount && <>, {picture.brackets.length} marked</>} →
        </Link>
      )}
      {picture.broken.length > 0 && (
        <Link
          className="chip against"
          title="Cells with violations of rules"
          to={`/codebases/${codebaseId}/rules${carriedOver(params)}`}
        >
          ⊢ {figure(picture.broken.length)} with violations →
        </Link>
      )}
      {picture.unused.length > 0 && (
        <Link className="chip" to={`/codebases/${codebaseId}/build${carriedOver(params)}`}>
          {counted(picture.unused.length, 'cell')} declared and not used →
        </Link>
      )}
      {picture.totals.againstCells > 0 && (
        <button
          type="button"
          className="chip against"
          title={meaningOf('against the order')}
          aria-expanded={params.get('against') === '1'}
          onClick={() => change({ against: params.get('against') === '1' ? null : '1' })}
        >
          {figure(picture.totals.againstCells)} against the order
        </button>
      )}
    </>
  );
}

function RowName({ name }: { name: string }) {
  return (
    <span className="mono remark-name">
      <CutName name={name} />
    </span>
  );
}

function cycleAddress(codebaseId: string, params: URLSearchParams, cycle: string): string {
  return `/codebases/${codebaseId}/cycles?${besideQuery(params, { cycle })}`;
}

interface Extreme {
  row: number;
  count: number;
  all: boolean;
}

/** The row that most others use, and the one that uses most others, where that is more than half of them. */
function extremes({ rows, start, column }: Scene): { hub: Extreme | null; broad: Extreme | null } {
  const shown = rows.filter(({ heading }) => !heading).length;
  const usedBy = new Int32Array(rows.length);
  for (const target of column) usedBy[target]++;
  const uses = Int32Array.from(rows, (_, row) => start[row + 1] - start[row]);
  const extreme = (counts: Int32Array): Extreme | null => {
    const row = counts.reduce((best, value, at) => (value > counts[best] ? at : best), 0);
    const count = counts[row];
    return shown > 3 && count > (shown - 1) / 2 ? { row, count, all: count === shown - 1 } : null;
  };
  return { hub: extreme(usedBy), broad: extreme(uses) };
}
