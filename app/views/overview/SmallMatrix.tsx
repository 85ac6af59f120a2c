import { Link } from 'react-router';
import type { SmallMatrix as Picture } from '../../../server/views/overviewView.ts';
import { cutMiddle } from '../../../server/views/graphQuery/cut.ts';
import { namesApart } from '../../../server/views/graphQuery/namesApart.ts';
import { counted, figure } from '../../state/figures.ts';
import { carriedOver } from '../../state/pictureState.ts';
import { usePicture } from '../../state/usePicture.ts';
import { Block } from './Block.tsx';

const CELL = 14;
const NAMES = 210;
const LETTERS = 28;

/** The outermost groups and what uses what among them, which leads on to the matrix. */
export function SmallMatrix({ picture: { rows, cells, more }, base }: { picture: Picture; base: string }) {
  const { params } = usePicture();
  if (rows.length < 2) return null;
  const names = namesApart(rows);
  const largest = Math.max(2, ...cells.map(({ count }) => count));
  const size = rows.length * CELL;
  const address = `${base}/matrix${carriedOver(params)}`;
  return (
    <Block title="What uses what" note={<Link to={address}>the matrix →</Link>}>
      <svg
        width={NAMES + size + 2}
        height={size + 2}
        className="small-matrix"
        role="img"
        aria-label={`Small dependency matrix of ${counted(rows.length, 'group')}, ${counted(cells.length, 'cell')} filled`}
      >
        {rows.map((row, i) => (
          <g key={row.end}>
            <text x={NAMES - 8} y={i * CELL + CELL * 0.72} textAnchor="end">
              <title>{row.key}</title>
              {cutMiddle(names[i], LETTERS)}
            </text>
            <rect x={NAMES + i * CELL} y={i * CELL} width={CELL} height={CELL} className="diagonal" />
          </g>
        ))}
        <rect x={NAMES} y={0} width={size} height={size} className="border" />
        {cells.map(({ row, column, count }) => (
          <rect
            key={`${row} ${column}`}
            x={NAMES + column * CELL + 1.5}
            y={row * CELL + 1.5}
            width={CELL - 3}
            height={CELL - 3}
            className={column > row ? 'against' : 'with'}
            opacity={0.25 + (0.75 * Math.log(count + 1)) / Math.log(largest + 1)}
          >
            <title>{`${names[row]} uses ${names[column]}, ${figure(count)}${column > row ? ', against the order' : ''}`}</title>
          </rect>
        ))}
      </svg>
      {more > 0 && (
        <p>
          <Link to={address}>{figure(more)} more rows</Link>
        </p>
      )}
    </Block>
  );
}
