import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import { orderProfile, profileCurves, rankAt, type OrderProfile } from '../../../core/layout/orderProfile.ts';
import { pathOf } from '../../../core/layout/curves.ts';
import type { Breaks, RulesPage } from '../../../server/views/rules/rulesView.ts';
import { inkOf } from '../../../server/views/graph/ink.ts';
import { counted, figure } from '../../state/figures.ts';
import type { RulesEditor } from '../../state/useRulesEdit.ts';

type Order = NonNullable<RulesPage['order']>;

/** Pixels of a letter of a name, and what lies around it. */
const LETTER = 7.3;
const AROUND = 20;
const WIDEST = 210;
/** So far a pointer goes before a press is a drag. */
const FAR = 4;
/** The most breaks that bear their count. */
const MOST_COUNTED = 30;

/**
 * The order as a flight of steps: groups stand on the step of their rank; what keeps the order leads down on the left, faint, what
 * breaks it is red and notched, and leads up on the right. A group is put on another step by pointer or by key.
 */
export function OrderSteps({
  order,
  breaks,
  open,
  editor,
  onOpen,
}: {
  order: Order;
  /** What breaks it, by its groups. */
  breaks: readonly Breaks[];
  /** The groups whose breaks are open; null for none. */
  open: { from: string; to: string } | null;
  editor: RulesEditor;
  onOpen: (from: string, to: string) => void;
}) {
  const { groups, links, rule } = order;
  const sheet = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(640);
  const [pointed, setPointed] = useState<number | null>(null);
  const [drop, setDrop] = useState<{ rank: number; isNewRank: boolean } | null>(null);
  useLayoutEffect(() => {
    const element = sheet.current!;
    const watch = new ResizeObserver(() => setWidth(element.clientWidth));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const names = useMemo(() => withoutCommon(groups.map(({ id }) => id)), [groups]);
  const profile = useMemo(() => {
    const ranks: number[][] = [];
    groups.forEach(({ rank, files }, at) => {
      const letters = names[at].length + figure(files).length + 1;
      (ranks[rank] ??= []).push(Math.min(WIDEST, letters * LETTER + AROUND));
    });
    return orderProfile(ranks, width);
  }, [groups, names, width]);
  const { boxes, steps } = profile;
  const curves = useMemo(
    () =>
      profileCurves(
        boxes,
        groups.map(({ rank }) => rank),
        links,
      ),
    [boxes, groups, links],
  );
  const heaviest = links.reduce((most, { references }) => Math.max(most, references), 1);
  const isCounted = links.filter(({ breaks }) => breaks).length <= MOST_COUNTED;
  const isLit = (at: { from: number; to: number }): boolean =>
    pointed === null
      ? open === null || (groups[at.from].id === open.from && groups[at.to].id === open.to)
      : at.from === pointed || at.to === pointed;
  const told = useMemo(
    () =>
      new Map(breaks.filter((each) => each.rule === rule).map((each) => [`${each.from}|${each.to}`, each])),
    [breaks, rule],
  );
  const put = (at: number, rank: number, isNewRank: boolean): void => {
    const { id, rank: own } = groups[at];
    const isAlone = groups.filter((each) => each.rank === own).length === 1;
    if (rank === own && !isNewRank) return;
    if (isAlone && isNewRank && (rank === own || rank === own + 1)) return;
    editor.edit(`moved ${id}`, { do: 'moveGroup', rule, group: id, rank, isNewRank });
  };
  const onKey = (event: React.KeyboardEvent, at: number): void => {
    const { key, shiftKey, altKey } = event;
    const { id, rank } = groups[at];
    if (key === 'Delete') editor.edit(`removed ${id}`, { do: 'takeGroupOut', rule, group: id });
    else if (shiftKey && key === 'ArrowUp')
      put(at, altKey ? rank : Math.max(0, rank - 1), altKey || rank === 0);
    else if (shiftKey && key === 'ArrowDown') put(at, rank + 1, altKey);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const onDown = (event: React.PointerEvent<HTMLButtonElement>, at: number): void => {
    if (event.button !== 0) return;
    const box = event.currentTarget;
    const [x, y] = [event.clientX, event.clientY];
    let target: { rank: number; isNewRank: boolean } | null = null;
    const onMove = (move: PointerEvent): void => {
      if (target === null && Math.hypot(move.clientX - x, move.clientY - y) < FAR) return;
      box.style.translate = `${move.clientX - x}px ${move.clientY - y}px`;
      target = rankAt(profile, move.clientY - sheet.current!.getBoundingClientRect().top);
      setDrop(target);
    };
    const end = (): void => {
      window.removeEventListener('pointermove', onMove);
      window.removeEventListener('pointerup', onUp);
      window.removeEventListener('keydown', onEscape, true);
      box.style.translate = '';
      setDrop(null);
    };
    const onUp = (): void => {
      end();
      if (target) put(at, target.rank, target.isNewRank);
    };
    const onEscape = (key: KeyboardEvent): void => {
      if (key.key === 'Escape') end();
    };
    window.addEventListener('pointermove', onMove);
    window.addEventListener('pointerup', onUp);
    window.addEventListener('keydown', onEscape, true);
  };
  return (
    <div className="order-steps" ref={sheet} style={{ height: profile.height }}>
      <svg width={profile.width} height={profile.height} aria-hidden="true">
        {steps.map(({ x, y, width: long }, rank) => (
          <g key={rank} className="order-step">
            <path d={`M${x} ${y}h${long}`} />
            <text x={x + long + 6} y={y + 4}>
              {rank + 1}
            </text>
          </g>
        ))}
        {drop && <DropMark profile={profile} {...drop} />}
        {[...links.entries()]
          .sort(([, a], [, b]) => Number(a.breaks) - Number(b.breaks))
          .map(([at, { from, to, references, breaks: isBreak }]) => {
            const {
              curve,
              mark: { x, y },
            } = curves[at];
            const words = `${groups[from].id} uses ${groups[to].id}: ${counted(references, 'reference')}`;
            const { accepted = 0 } = told.get(`${groups[from].id}|${groups[to].id}`) ?? {};
            const isAccepted = isBreak && accepted === references;
            const beside = accepted === 0 ? '' : `, ${isAccepted ? 'all' : figure(accepted)} accepted`;
            return (
              <g
                key={`${from} ${to}`}
                className={`order-link${isBreak ? ' breaks' : ''}${isAccepted ? ' accepted' : ''}${isLit({ from, to }) ? ' lit' : ''}`}
                onClick={isBreak ? () => onOpen(groups[from].id, groups[to].id) : undefined}
              >
                <title>{`${words}${isBreak ? `, against the order${beside}` : ''}`}</title>
                <path d={pathOf([curve])} strokeWidth={inkOf(references, heaviest)} />
                {isBreak && <path d={`M${x - 5} ${y}h10`} strokeWidth={2} />}
                {isBreak && isCounted && !isAccepted && (
                  <text x={x + 8} y={y + 4}>
                    {figure(references - accepted)}
                  </text>
                )}
                {isBreak && <path d={pathOf([curve])} className="order-reach" />}
              </g>
            );
          })}
      </svg>
      {groups.map(({ id, files, rank }, at) => (
        <button
          key={id}
          type="button"
          className={`order-group${files === 0 ? ' nothing' : ''}`}
          style={{ left: boxes[at].x, top: boxes[at].y, width: boxes[at].width, height: boxes[at].height }}
          title={`${id}: ${counted(files, 'file')}, layer ${rank + 1}. Drag it, or press Shift with ↑ or ↓.`}
          aria-label={`${id}, layer ${rank + 1} of ${steps.length}, ${counted(files, 'file')}`}
          onPointerDown={(event) => onDown(event, at)}
          onKeyDown={(event) => onKey(event, at)}
          onMouseEnter={() => setPointed(at)}
          onMouseLeave={() => setPointed(null)}
          onFocus={() => setPointed(at)}
          onBlur={() => setPointed(null)}
        >
          <span className="mono">{names[at]}</span> <span className="faded">{figure(files)}</span>
        </button>
      ))}
    </div>
  );
}

function DropMark({
  profile: { steps },
  rank,
  isNewRank,
}: {
  profile: OrderProfile;
  rank: number;
  isNewRank: boolean;
}) {
  const step = steps[Math.min(rank, steps.length - 1)];
  const y = rank >= steps.length ? step.y + 10 : isNewRank ? step.top : step.y;
  return <path className="order-drop" d={`M${step.x} ${y}h${step.width}`} />;
}

/** Names without the folder that all of them stand in. */
function withoutCommon(ids: readonly string[]): string[] {
  const parts = ids.map((id) => id.split('/'));
  let common = 0;
  while (parts.every((own) => own.length > common + 1 && own[common] === parts[0][common])) common++;
  return parts.map((own) => own.slice(common).join('/'));
}
