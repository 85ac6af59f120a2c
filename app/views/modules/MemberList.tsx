import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { MemberRow, PlanPage } from '../../../server/views/planView.ts';
import { ALL_OPEN } from '../../../server/views/planOpen.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { NamedList } from '../../frame/names/Names.tsx';
import { OpenMenu } from '../../frame/parts.ts';
import { figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { isTyping } from '../../frame/useFrameKeys.ts';
import type { PlanEditor } from './usePlanEdit.ts';

/** The height of a row, in pixels, as the style has it. */
const ROW = 40;

/** The files of a module, the most doubtful first, to be gone through by key: kept, moved, taken out. */
export function MemberList({
  page,
  editor,
  onOpen,
  onDrag,
}: {
  page: PlanPage;
  editor: PlanEditor;
  onOpen: (module: string) => void;
  onDrag: (key: string) => void;
}) {
  const { modules, members, open } = page;
  const { focus, focusOn } = usePicture();
  const [choosing, setChoosing] = useState<{ key: string; at: Element } | null>(null);
  const nameOf = useMemo(() => new Map(modules.map(({ id, name }) => [id, name])), [modules]);
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: members.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 10,
    initialRect: { width: 0, height: 800 },
  });
  const found = members.findIndex(({ key }) => key === focus);
  const at = Math.max(0, found);
  useEffect(() => {
    if (found >= 0) rows.scrollToIndex(found);
  }, [found, rows]);
  const current = members.at(at);

  const goTo = (index: number): void => {
    const row = members[Math.max(0, Math.min(members.length - 1, index))];
    if (row) focusOn(row.key);
  };
  /** What comes next is at hand as soon as the list is in its new order. */
  const after = useRef<string | null>(null);
  const revision = page.plan?.revision;
  useEffect(() => {
    if (after.current !== null) focusOn(after.current);
    after.current = null;
    // Only an edit leads on, whatever else changes.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [revision]);
  const then = (act: () => void): void => {
    after.current = (members[at + 1] ?? members[at - 1])?.key ?? null;
    act();
  };
  const keep = ({ key, name, module, isSettled }: MemberRow): void => {
    if (module === null) return;
    then(() =>
      editor.edit(`${name} ${isSettled ? 'opened again' : 'kept'}`, {
        edit: 'settle',
        places: [{ target: key, module }],
        isSettled: !isSettled,
      }),
    );
  };
  const move = ({ key, name }: MemberRow, module: string): void =>
    then(() =>
      editor.edit(`${name} moved to ${nameOf.get(module)!}`, { edit: 'place', targets: [key], module }),
    );
  const takeOut = ({ key, name }: MemberRow): void =>
    then(() => editor.edit(`${name} taken out`, { edit: 'takeOut', targets: [key] }));

  const onKey = (event: React.KeyboardEvent): void => {
    const { key } = event;
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
    const stepOfModule = key === '[' ? -1 : key === ']' ? 1 : 0;
    if (key === 'ArrowDown' || key === 'ArrowUp') goTo(found < 0 ? 0 : at + (key === 'ArrowDown' ? 1 : -1));
    else if (stepOfModule !== 0) {
      const next = modules[modules.findIndex(({ id }) => id === open) + stepOfModule];
      if (next) onOpen(next.id);
    } else if (!current) return;
    else if (key === 'Enter') keep(current);
    else if (key.toLowerCase() === 'n') {
      if (current.next !== null) move(current, current.next);
    } else if (key.toLowerCase() === 'm') {
      const row = scroller.current?.querySelector('[data-current]');
      if (row) setChoosing({ key: current.key, at: row });
    } else if (key === 'Backspace' || key === 'Delete') takeOut(current);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const chosen = choosing && members.find(({ key }) => key === choosing.key);
  return (
    <div
      className="member-list"
      ref={scroller}
      data-picture
      tabIndex={0}
      role="application"
      aria-label={`Files of ${nameOf.get(open) ?? (open === ALL_OPEN ? 'all modules' : 'no module')}`}
      onKeyDown={onKey}
    >
      {members.length === 0 && <p className="faded">No file stands here.</p>}
      <NamedList all={members}>
        <div className="member-rows" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map(({ index, start }) => {
            const row = members[index];
            const isCurrent = index === at;
            return (
              <div
                key={row.key}
                className={`member-row${isCurrent ? ' current' : ''}`}
                data-current={isCurrent ? '' : undefined}
                style={{ transform: `translateY(${start}px)` }}
                draggable
                onDragStart={(event) => {
                  event.dataTransfer.setData('text/plain', row.key);
                  onDrag(row.key);
                }}
              >
                <span className="member-name">
                  <span
                    className={row.isSettled ? 'settled' : 'faded'}
                    title={row.isSettled ? 'settled' : 'open'}
                  >
                    {row.isSettled ? '■' : '□'}
                  </span>
                  <ElementName element={row} />
                </span>
                <Doubt row={row} />
                <span className="mono">{figure(row.codeLines)}</span>
                <span className="member-why faded" title={row.why}>
                  {open === ALL_OPEN && <b>{nameOf.get(row.module!)} </b>}
                  {row.why}
                </span>
                <span className="member-tools">
                  {row.module !== null && (
                    <button type="button" className="plain-button" onClick={() => keep(row)}>
                      {row.isSettled ? 'Open again' : 'Keep'}
                    </button>
                  )}
                  {row.next !== null && (
                    <button type="button" className="plain-button" onClick={() => move(row, row.next!)}>
                      To {nameOf.get(row.next)}
                    </button>
                  )}
                  <button
                    type="button"
                    className="plain-button"
                    aria-haspopup="menu"
                    onClick={({ currentTarget }) => setChoosing({ key: row.key, at: currentTarget })}
                  >
                    Elsewhere …
                  </button>
                </span>
              </div>
            );
          })}
        </div>
      </NamedList>
      {choosing && chosen && (
        <OpenMenu
          at={choosing.at}
          entries={modules
            .filter(({ id }) => id !== chosen.module)
            .map(({ id, name }) => ({ key: id, label: name, run: () => move(chosen, id) }))}
          onClose={() => setChoosing(null)}
        />
      )}
    </div>
  );
}

function Doubt({ row: { doubt, isSettled } }: { row: MemberRow }) {
  const percent = Math.round(100 * doubt);
  return (
    <span className="member-doubt" title="How close the module that pulls next comes to this one">
      <span className={`track${isSettled ? '' : ' open'}`} aria-hidden="true">
        <span style={{ width: `${percent}%` }} />
      </span>
      <span className="mono">{percent} %</span>
    </span>
  );
}
