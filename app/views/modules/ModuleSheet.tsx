import { useMemo, useState } from 'react';
import type { ModuleRow, PlanPage } from '../../../server/views/plan/planView.ts';
import { NOT_PLACED } from '../../../server/views/plan/planOpen.ts';
import { counted, figure } from '../../state/figures.ts';
import { ModuleArcs } from './ModuleArcs.tsx';
import { chosenColour } from '../../theme/useSheetColours.ts';

/**
 * The plan as a picture: modules one below the other in the one order, those that use above what they rest on, each as large as
 * its code; beside them, arcs for what rests on what, down the page to the right and against the order to the left.
 */
export function ModuleSheet({
  page,
  onOpen,
  onOver,
  onDropped,
}: {
  page: PlanPage;
  onOpen: (module: string) => void;
  /** Files are held over a module, or (null) over none any more. */
  onOver: (module: string | null) => void;
  onDropped: (module: string) => void;
}) {
  const { modules, notPlaced, open } = page;
  const [pointed, setPointed] = useState<string | null>(null);
  const largest = Math.max(1, ...modules.map(({ codeLines }) => codeLines), notPlaced.codeLines);
  const step = (by: number): void => {
    const next = modules[modules.findIndex(({ id }) => id === open) + by];
    if (next) onOpen(next.id);
  };
  const arcs = useMemo(
    () => <ModuleArcs modules={modules} open={open} pointed={pointed} />,
    [modules, open, pointed],
  );
  return (
    <div className="module-list">
      <div className="module-row module-heads faded">
        <span>Module, what uses above what it rests on</span>
        <span>files</span>
        <span>code lines, settled in ink</span>
        <span>stays inside</span>
        <span className="module-arcs-head">
          <span className="against">◂ against the order</span>
          <span>rests on ▸</span>
        </span>
      </div>
      <div
        className="module-rows"
        role="list"
        aria-label="Modules"
        onKeyDown={(event) => {
          if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
          event.preventDefault();
          step(event.key === 'ArrowDown' ? 1 : -1);
        }}
      >
        {modules.map((row) => (
          <Row
            key={row.id}
            row={row}
            largest={largest}
            isOpen={row.id === open}
            onOpen={() => onOpen(row.id)}
            onPoint={(isAt) => setPointed(isAt ? row.id : null)}
            onOver={(isOver) => onOver(isOver ? row.id : null)}
            onDropped={() => onDropped(row.id)}
          />
        ))}
        {arcs}
      </div>
      {notPlaced.files > 0 && (
        <div className={`module-row${open === NOT_PLACED ? ' open' : ''}`}>
          <button
            type="button"
            className="plain-button module-name faded"
            aria-expanded={open === NOT_PLACED}
            onClick={() => onOpen(NOT_PLACED)}
          >
            not yet placed
          </button>
          <span className="mono">{figure(notPlaced.files)}</span>
          <Bar share={notPlaced.codeLines / largest} settled={0} label={figure(notPlaced.codeLines)} />
        </div>
      )}
    </div>
  );
}

function Row({
  row,
  largest,
  isOpen,
  onOpen,
  onPoint,
  onOver,
  onDropped,
}: {
  row: ModuleRow;
  largest: number;
  isOpen: boolean;
  onOpen: () => void;
  onPoint: (isAt: boolean) => void;
  onOver: (isOver: boolean) => void;
  onDropped: () => void;
}) {
  const [isOver, setOver] = useState(false);
  const share = row.touching === 0 ? null : row.inside / row.touching;
  const over = (is: boolean): void => {
    setOver(is);
    onOver(is);
  };
  return (
    <div
      role="listitem"
      className={`module-row${isOpen ? ' open' : ''}${isOver ? ' over' : ''}`}
      onMouseEnter={() => onPoint(true)}
      onMouseLeave={() => onPoint(false)}
      onDragOver={(event) => {
        event.preventDefault();
        if (!isOver) over(true);
      }}
      onDragLeave={(event) => {
        // Into a part of the row is not out of it.
        if (!(event.relatedTarget instanceof Node && event.currentTarget.contains(event.relatedTarget)))
          over(false);
      }}
      onDrop={(event) => {
        event.preventDefault();
        over(false);
        onDropped();
      }}
    >
      <span className="module-name" style={{ paddingLeft: 14 * row.depth }}>
        <span className="module-title">
          {row.colour && <span className="swatch" style={chosenColour(row.colour)} aria-hidden="true" />}
          <button type="button" className="plain-button" aria-expanded={isOpen} onClick={onOpen}>
            {row.name}
          </button>
          {row.cycle && (
            <span className="cycle-tag" title={`takes part in the cycle ${row.cycle} of modules`}>
              ⟨{row.cycle}⟩
            </span>
          )}
          {row.doubtful > 0 && (
            <span
              className="caution"
              title={`${counted(row.doubtful, 'file')} that another module pulls at as much`}
            >
              {figure(row.doubtful)} doubtful
            </span>
          )}
        </span>
        {row.files === 0 && (
          <span className="module-purpose faded">nothing stands in it, or tests alone</span>
        )}
        {row.files > 0 && row.purpose !== '' && (
          <span className="module-purpose faded" title={row.purpose}>
            {row.purpose}
          </span>
        )}
      </span>
      <span className="mono">{figure(row.files)}</span>
      <Bar
        share={row.codeLines / largest}
        settled={row.codeLines === 0 ? 0 : row.settledLines / row.codeLines}
        label={figure(row.codeLines)}
      />
      <span
        className="mono"
        title={`${counted(row.inside, 'reference')} of ${figure(row.touching)} that touch it`}
      >
        {share === null ? '–' : `${Math.round(100 * share)} %`}
      </span>
    </div>
  );
}

function Bar({ share, settled, label }: { share: number; settled: number; label: string }) {
  return (
    <span className="module-bar">
      <span className="track" aria-hidden="true">
        <span style={{ width: `${Math.max(1, 100 * share)}%` }}>
          <span style={{ width: `${100 * settled}%` }} />
        </span>
      </span>
      <span className="mono">{label}</span>
    </span>
  );
}
