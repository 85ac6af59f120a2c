import type { MouseEvent } from 'react';
import type { MemberRow } from '../../../server/views/plan/planView.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { figure } from '../../state/figures.ts';

/** A file of a module: its doubt, why it stands there, and what may be done with it. */
export function MemberLine({
  row,
  top,
  isCurrent,
  isTaken,
  standsIn,
  nameOf,
  onPick,
  onKeep,
  onMove,
  onThink,
  onChoose,
  onDrag,
}: {
  row: MemberRow;
  /** From the top of the list, in pixels. */
  top: number;
  isCurrent: boolean;
  isTaken: boolean;
  /** The name of its module, where the list is of several. */
  standsIn: string | null;
  nameOf: ReadonlyMap<string, string>;
  onPick: (event: MouseEvent) => void;
  onKeep: () => void;
  onMove: (module: string) => void;
  /** A move is thought of; of none any more, with null. */
  onThink: (module: string | null) => void;
  onChoose: (place: Element) => void;
  onDrag: (isDragged: boolean) => void;
}) {
  const { next } = row;
  return (
    <div
      className={`member-row${isCurrent ? ' current' : ''}${isTaken ? ' taken' : ''}`}
      data-current={isCurrent ? '' : undefined}
      style={{ transform: `translateY(${top}px)` }}
      draggable
      onClickCapture={onPick}
      onDragStart={(event) => {
        event.dataTransfer.setData('text/plain', row.key);
        onDrag(true);
      }}
      onDragEnd={() => onDrag(false)}
    >
      <span className="member-name">
        <span
          className={row.isSettled ? 'settled' : 'faded'}
          title={row.isSettled ? 'confirmed' : 'not confirmed'}
        >
          {row.isSettled ? '■' : '□'}
        </span>
        <ElementName element={row} />
      </span>
      <Doubt row={row} />
      <span className="mono">{figure(row.codeLines)}</span>
      <span className="member-why faded" title={row.said === null ? row.why : `${row.said}. ${row.why}`}>
        {standsIn !== null && <b>{standsIn} </b>}
        {row.said !== null && <i>{row.said}. </i>}
        {row.why}
      </span>
      <span className="member-tools">
        {row.module !== null && (
          <button type="button" className="plain-button" onClick={onKeep}>
            {row.isSettled ? 'Reopen' : 'Confirm'}
          </button>
        )}
        {next !== null && (
          <button
            type="button"
            className="plain-button"
            onMouseEnter={() => onThink(next)}
            onMouseLeave={() => onThink(null)}
            onFocus={() => onThink(next)}
            onBlur={() => onThink(null)}
            onClick={() => onMove(next)}
          >
            To {nameOf.get(next)}
          </button>
        )}
        <button
          type="button"
          className="plain-button"
          aria-haspopup="menu"
          onClick={({ currentTarget }) => onChoose(currentTarget)}
        >
          Elsewhere …
        </button>
      </span>
    </div>
  );
}

function Doubt({ row: { doubt, isSettled } }: { row: MemberRow }) {
  const percent = Math.round(100 * doubt);
  return (
    <span className="member-doubt" title="How close the second-best module comes to this one">
      <span className={`track${isSettled ? '' : ' open'}`} aria-hidden="true">
        <span style={{ width: `${percent}%` }} />
      </span>
      <span className="mono">{percent} %</span>
    </span>
  );
}
