import { useMemo, useState } from 'react';
import { bandLayout } from '../../../core/layout/bands.ts';
import type { ComparedPage, ComparedSide } from '../../../server/views/plan/comparedView.ts';
import { counted, figure } from '../../state/figures.ts';
import { ownGroupText } from '../../../server/views/graphQuery/groupText.ts';
import { CutName } from '../../frame/names/Names.tsx';

/** Pixels: the width of the bands, of a box, the least height of a box and what lies between two. */
const WIDTH = 300;
const BOX = 8;
const LEAST = 17;
const GAP = 4;
/** All boxes of a side together are about so tall, where their least height does not ask for more. */
const TALL = 560;

/** Groups of either side as boxes as tall as what they hold, and bands for what two have in common. */
export function BandsPicture({
  page: { sides, cells, open },
  onOpen,
}: {
  page: ComparedPage;
  onOpen: (one: number, other: number) => void;
}) {
  const [one, other] = sides;
  const [pointed, setPointed] = useState<{ side: 'one' | 'other'; group: number } | null>(null);
  const drawn = useMemo(() => {
    const shared = cells.map(({ one: left, other: right, files }) => ({ left, right, count: files }));
    const sizes = (side: ComparedSide): number[] => side.groups.map(({ files }) => files);
    const most = Math.max(1, ...[one, other].map((side) => sizes(side).reduce((sum, each) => sum + each, 0)));
    return bandLayout(
      shared,
      { left: sizes(one), right: sizes(other) },
      { scale: TALL / most, least: LEAST, gap: GAP },
    );
  }, [cells, one, other]);
  const isLit = ({ one: left, other: right }: { one: number; other: number }): boolean =>
    pointed === null || (pointed.side === 'one' ? pointed.group === left : pointed.group === right);
  const column = (side: ComparedSide, name: 'one' | 'other') => (
    <div className={`bands-column ${name}`} style={{ height: drawn.height }}>
      {side.groups.map((group, at) => {
        const box = drawn[name === 'one' ? 'left' : 'right'][at];
        return (
          <div
            key={group.end}
            className="bands-group"
            style={{ top: box.y, height: box.height }}
            title={`${ownGroupText(group)}: ${counted(group.files, 'file')}`}
            onMouseEnter={() => setPointed({ side: name, group: at })}
            onMouseLeave={() => setPointed(null)}
          >
            <span>
              <CutName name={ownGroupText(group)} />
            </span>{' '}
            <span className="mono faded">{figure(group.files)}</span>
          </div>
        );
      })}
    </div>
  );
  return (
    <div className="bands" data-picture tabIndex={0} role="region" aria-label="Who went where">
      {column(one, 'one')}
      <svg width={WIDTH} height={drawn.height} role="group" aria-label="What groups have in common">
        {drawn.left.map(({ y, height }, at) => (
          <rect key={at} x={0} y={y} width={BOX} height={height} className="bands-box" />
        ))}
        {drawn.right.map(({ y, height }, at) => (
          <rect key={at} x={WIDTH - BOX} y={y} width={BOX} height={height} className="bands-box" />
        ))}
        {drawn.bands.map((band) => {
          const cell = cells[band.shared];
          const words = `${counted(cell.files, 'file')} of ${ownGroupText(one.groups[cell.one])} in ${ownGroupText(other.groups[cell.other])}`;
          const isOpen = open?.one === cell.one && open.other === cell.other;
          const pick = (): void => onOpen(cell.one, cell.other);
          return (
            <path
              key={`${cell.one} ${cell.other}`}
              d={bandPath(band, Math.max(1, band.height))}
              className={`band${isLit(cell) ? '' : ' dim'}${isOpen ? ' open' : ''}`}
              role="button"
              tabIndex={0}
              aria-label={words}
              onClick={pick}
              onKeyDown={({ key }) => key === 'Enter' && pick()}
            >
              <title>{words}</title>
            </path>
          );
        })}
      </svg>
      {column(other, 'other')}
    </div>
  );
}

function bandPath({ leftY, rightY }: { leftY: number; rightY: number }, height: number): string {
  const [x1, x2, middle] = [BOX, WIDTH - BOX, WIDTH / 2];
  return (
    `M${x1} ${leftY}C${middle} ${leftY} ${middle} ${rightY} ${x2} ${rightY}V${rightY + height}` +
    `C${middle} ${rightY + height} ${middle} ${leftY + height} ${x1} ${leftY + height}Z`
  );
}
