import { useMemo, useState } from 'react';
import type { ModuleRow, PlanPage } from '../../../server/views/plan/planView.ts';
import { NOT_PLACED } from '../../../server/views/plan/planOpen.ts';
import { meaningOf } from '../../frame/glossary.ts';
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
  onDrag,
  onOver,
  onDropped,
}: {
  page: PlanPage;
  onOpen: (module: string) => void;
  /** A module is taken up to be put in another place, or (null) let go. */
  onDrag: (module: ModuleRow | null) => void;
  /** Files, or a module, are held over a module, or (null) over none any more. */
  onOver: (module: string | null) => void;
  onDropped: (module: string) => void;
}) {
  const { modules, notPlaced, open } = page;
  const [pointed, setPointed] = useState<string | null>(null);
  const [held, setHeld] = useState<ModuleRow | null>(null);
  const hold = (row: ModuleRow | null): void => {
    setHeld(row);
    onDrag(row);
  };
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
        <span>
          Module,{' '}
          {modules.some(({ isOrdered }) => isOrdered)
            ? 'in an order made by hand'
            : 'users above what they use'}
        </span>
        <span>files</span>
        <span>code lines, the confirmed part dark</span>
        <span>stays inside</span>
        <span className="module-arcs-head">
          <span className="against" title={meaningOf('against the order')}>
            ◂ against the order
          </span>
          <span>uses ▸</span>
        </span>
      </div>
      <div
        className="module-rows"
        role="list"
        aria-label="Modules"
        onKeyDown={(event) => {
          if ((event.key !== 'ArrowDown' && event.key !== 'ArrowUp') || event.altKey) return;
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
            edge={held === null ? null : edgeOf(modules, held, row)}
            onOpen={() => onOpen(row.id)}
            onDrag={(isHeld) => hold(isHeld ? row : null)}
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

/** The edge of a row at which a module that is held would come to stand; 'none' where it cannot stand there. */
function edgeOf(modules: readonly ModuleRow[], held: ModuleRow, row: ModuleRow): 'above' | 'below' | 'none' {
  if (held.id === row.id || held.parent !== row.parent) return 'none';
  return modules.indexOf(row) < modules.indexOf(held) ? 'above' : 'below';
}

function Row({
  row,
  largest,
  isOpen,
  edge,
  onOpen,
  onDrag,
  onPoint,
  onOver,
  onDropped,
}: {
  row: ModuleRow;
  largest: number;
  isOpen: boolean;
  /** Where a module that is held would come to stand by this one; null where none is held, and files may be. */
  edge: 'above' | 'below' | 'none' | null;
  onOpen: () => void;
  onDrag: (isHeld: boolean) => void;
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
      className={`module-row${isOpen ? ' open' : ''}${isOver && edge !== 'none' ? ` over ${edge ?? ''}` : ''}`}
      onMouseEnter={() => onPoint(true)}
      onMouseLeave={() => onPoint(false)}
      onDragOver={(event) => {
        if (edge === 'none') return;
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
      {/* Some browsers move no button by itself, and nothing without any data. */}
      <span
        className="module-name"
        style={{ paddingLeft: 14 * row.depth }}
        draggable
        onDragStart={({ dataTransfer }) => {
          dataTransfer.setData('text/plain', row.name);
          dataTransfer.effectAllowed = 'move';
          onDrag(true);
        }}
        onDragEnd={() => onDrag(false)}
      >
        <span className="module-title">
          {row.colour && <span className="swatch" style={chosenColour(row.colour)} aria-hidden="true" />}
          <button
            type="button"
            className="plain-button"
            aria-expanded={isOpen}
            title="Drag to reorder"
            onClick={onOpen}
          >
            {row.name}
          </button>
          {row.cycle && (
            <span className="cycle-tag" title={`takes part in the cycle ${row.cycle} of modules`}>
              ⟨{row.cycle}⟩
            </span>
          )}
        </span>
        {row.files === 0 && <span className="module-purpose faded">empty, or only tests</span>}
        {row.files > 0 && (row.doubtful > 0 || row.purpose !== '') && (
          <span className="module-purpose faded" title={row.purpose}>
            {row.doubtful > 0 && (
              <span
                className="caution"
                title={`${counted(row.doubtful, 'file')} that fit another module equally well`}
              >
                {figure(row.doubtful)} doubtful{' '}
              </span>
            )}
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
