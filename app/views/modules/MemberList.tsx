import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { MemberRow as Member, PlanPage } from '../../../server/views/plan/planView.ts';
import { ALL_OPEN } from '../../../server/views/plan/planOpen.ts';
import { NamedList } from '../../frame/names/Names.tsx';
import { OpenMenu } from '../../frame/parts.ts';
import { authorName } from '../../state/author.ts';
import { counted } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { isOfButton, isTyping, keepKeysInList } from '../../frame/useFrameKeys.ts';
import { MemberLine } from './MemberLine.tsx';
import type { PlanEditor } from '../../state/usePlanEdit.ts';
import type { PlanTrial } from './usePlanEffect.ts';
import { useSelection } from './useSelection.ts';

/** The height of a row, in pixels, as the style has it. */
const ROW = 40;

/** How files that an edit is of are called in what it does. */
export function filesInWords(files: readonly { name: string }[]): string {
  return files.length === 1 ? files[0].name : counted(files.length, 'file');
}

/**
 * Files of a module, the most doubtful first, to be gone through by key, one or several at a time: kept, moved, taken out.
 */
export function MemberList({
  page,
  editor,
  trial,
  onOpen,
  onDrag,
}: {
  page: PlanPage;
  editor: PlanEditor;
  trial: PlanTrial;
  onOpen: (module: string) => void;
  /** Files are dragged from here; none any more when the list is empty. */
  onDrag: (files: readonly Member[]) => void;
}) {
  const { modules, members, open } = page;
  const { focus, focusOn, focusAhead } = usePicture();
  const [choosing, setChoosing] = useState<{ of: readonly Member[]; at: Element } | null>(null);
  const nameOf = useMemo(() => new Map(modules.map(({ id, name }) => [id, name])), [modules]);
  const order = useMemo(() => members.map(({ key }) => key), [members]);
  const selection = useSelection(order);
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: members.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 10,
    initialRect: { width: 0, height: 800 },
  });
  const found = order.indexOf(focus ?? '');
  const at = Math.max(0, found);
  const current = members.at(at);

  const goBy = (step: number, isLonger: boolean): void => {
    const from = order.indexOf(focusAhead() ?? '');
    const row = members[from < 0 ? 0 : Math.max(0, Math.min(members.length - 1, from + step))];
    if (!row) return;
    if (isLonger) selection.extend(order[Math.max(0, from)], row.key);
    else selection.clear();
    focusOn(row.key);
    scroller.current?.focus({ preventScroll: true });
  };
  /** What comes next is at hand as soon as the list is in its new order. */
  const after = useRef<string | null>(null);
  useEffect(() => {
    // After an edit the file that it was of may be far down; what comes next is where it was.
    if (found >= 0 && after.current === null) rows.scrollToIndex(found);
  }, [found, rows]);
  const revision = page.plan?.revision;
  useEffect(() => {
    if (after.current !== null) focusOn(after.current);
    after.current = null;
    // Only an edit leads on, whatever else changes.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [revision]);
  /** What an edit that begins at a row is of: all that is taken, where the row is among that. */
  const taken = (row: Member): readonly Member[] =>
    selection.keys.has(row.key) ? members.filter(({ key }) => selection.keys.has(key)) : [row];
  const then = (of: readonly Member[], act: () => void): void => {
    const gone = new Set(of.map(({ key }) => key));
    const last = Math.max(...of.map(({ key }) => order.indexOf(key)));
    after.current = order.slice(last + 1).find((key) => !gone.has(key)) ?? order[at - 1] ?? null;
    selection.clear();
    trial.think(null);
    act();
  };
  const keep = (row: Member): void => {
    const of = taken(row).filter(({ module }) => module !== null);
    if (of.length === 0) return;
    const isSettled = !row.isSettled;
    then(of, () =>
      editor.edit(`${filesInWords(of)} ${isSettled ? 'confirmed' : 'reopened'}`, {
        edit: 'settle',
        places: of.map(({ key, module }) => ({ target: key, module: module! })),
        isSettled,
        by: authorName(),
      }),
    );
  };
  const placing = (of: readonly Member[], module: string | null) =>
    ({ edit: 'place', targets: of.map(({ key }) => key), module, by: authorName() }) as const;
  const move = (of: readonly Member[], module: string): void =>
    then(of, () => editor.edit(`${filesInWords(of)} moved to ${nameOf.get(module)!}`, placing(of, module)));
  const takeOut = (of: readonly Member[]): void =>
    then(of, () => editor.edit(`${filesInWords(of)} removed from the module`, placing(of, null)));
  const thinkOf = (of: readonly Member[], module: string | null): void =>
    trial.think(
      module === null
        ? null
        : { what: `${filesInWords(of)} to ${nameOf.get(module)!}`, edit: placing(of, module) },
    );
  const choose = (row: Member, place: Element): void => setChoosing({ of: taken(row), at: place });

  const onKey = (event: React.KeyboardEvent): void => {
    const { key } = event;
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || isOfButton(event)) return;
    const stepOfModule = key === '[' ? -1 : key === ']' ? 1 : 0;
    if (key === 'ArrowDown' || key === 'ArrowUp') goBy(key === 'ArrowDown' ? 1 : -1, event.shiftKey);
    else if (key === 'Escape' && selection.keys.size > 0) selection.clear();
    else if (stepOfModule !== 0) {
      const next = modules[modules.findIndex(({ id }) => id === open) + stepOfModule];
      if (next) onOpen(next.id);
    } else if (!current) return;
    else if (key === 'Enter') keep(current);
    else if (key.toLowerCase() === 'n') {
      if (current.next !== null) move(taken(current), current.next);
    } else if (key.toLowerCase() === 'm') {
      const row = scroller.current?.querySelector('[data-current]');
      if (row) choose(current, row);
    } else if (key === 'Backspace' || key === 'Delete') takeOut(taken(current));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div
      className="member-list"
      ref={scroller}
      data-picture
      tabIndex={0}
      role="application"
      aria-label={`Files of ${nameOf.get(open) ?? (open === ALL_OPEN ? 'all modules' : 'no module')}`}
      onKeyDown={onKey}
      onClick={keepKeysInList}
    >
      {members.length === 0 && <p className="faded">No files here.</p>}
      <NamedList all={members}>
        <div className="member-rows" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map(({ index, start }) => {
            const row = members[index];
            return (
              <MemberLine
                key={row.key}
                row={row}
                top={start}
                isCurrent={index === at}
                isTaken={selection.keys.has(row.key)}
                /* Of files of several modules it is said where each stands. */
                standsIn={
                  nameOf.get(open) === undefined ? (nameOf.get(row.module ?? '') ?? 'no module') : null
                }
                nameOf={nameOf}
                onPick={(event) => {
                  if (event.shiftKey && current) selection.extend(current.key, row.key);
                  else if (event.ctrlKey || event.metaKey) selection.toggle(row.key);
                  else return;
                  event.preventDefault();
                  event.stopPropagation();
                }}
                onKeep={() => keep(row)}
                onMove={(module) => move(taken(row), module)}
                onThink={(module) => thinkOf(taken(row), module)}
                onChoose={(place) => choose(row, place)}
                onDrag={(isDragged) => onDrag(isDragged ? taken(row) : [])}
              />
            );
          })}
        </div>
      </NamedList>
      {choosing && (
        <OpenMenu
          at={choosing.at}
          entries={modules
            .filter(({ id }) => choosing.of.some(({ module }) => module !== id))
            .map(({ id, name }) => ({
              key: id,
              label: name,
              onAt: () => thinkOf(choosing.of, id),
              run: () => move(choosing.of, id),
            }))}
          onClose={() => {
            trial.think(null);
            setChoosing(null);
          }}
        />
      )}
    </div>
  );
}
