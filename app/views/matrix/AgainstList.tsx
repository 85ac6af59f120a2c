import type { MatrixPicture } from '../../../server/views/matrixView.ts';
import { CloseButton } from '../../frame/CloseButton.tsx';
import { CutName } from '../../frame/names/Names.tsx';
import { counted, figure } from '../../state/figures.ts';
import { useTicked } from '../../state/ticked.ts';
import { usePicture } from '../../state/usePicture.ts';
import { dependencyWords } from '../../state/words.ts';
import type { Cell } from './MatrixCanvas.tsx';
import type { Scene } from './scene.ts';

/** What goes against the order, the weightiest first: each leads to its lines, and is ticked off as one goes. */
export function AgainstList({
  scene,
  picture: { against, totals },
  codebaseId,
  onPoint,
}: {
  scene: Scene;
  picture: MatrixPicture;
  codebaseId: string;
  onPoint: (cell: Cell) => void;
}) {
  const { change, showEvidence, from, to } = usePicture();
  const ticked = useTicked(codebaseId, 'against');
  const name = ({ row, column }: Cell): string => `${scene.rows[row].end} → ${scene.rows[column].end}`;
  const done = against.filter((cell) => ticked.has(name(cell))).length;
  return (
    <aside className="against-list" aria-label="Against the order">
      <header>
        <h2>{counted(totals.againstCells, 'cell')} against the order</h2>
        <CloseButton onClose={() => change({ against: null })} label="Close the list" />
      </header>
      <p className="faded">
        Rows are ordered so that few references go against the order. In a cycle, some always do. They are
        listed here, heaviest first.
        {done > 0 && ` ${figure(done)} of ${figure(against.length)} ticked off.`}
      </p>
      <ol>
        {against.map((cell) => {
          const [row, column] = [scene.rows[cell.row], scene.rows[cell.column]];
          const isOpen = from === row.end && to === column.end;
          return (
            <li key={name(cell)} className={ticked.has(name(cell)) ? 'ticked' : undefined}>
              <input
                type="checkbox"
                aria-label={`Ticked off: ${scene.labels[cell.row]} uses ${scene.labels[cell.column]}`}
                checked={ticked.has(name(cell))}
                onChange={() => ticked.toggle(name(cell))}
              />
              <button
                type="button"
                className="plain-button"
                aria-current={isOpen}
                onClick={() => {
                  onPoint(cell);
                  showEvidence(row.end, column.end);
                }}
              >
                <span className="against-ends mono">
                  <span>
                    <CutName name={scene.labels[cell.row]} />
                  </span>
                  <span className="faded"> uses </span>
                  <span>
                    <CutName name={scene.labels[cell.column]} />
                  </span>
                </span>
                <span className="faded">
                  {cell.kinds
                    .map(({ kind, count }) => `${figure(count)} ${dependencyWords[kind]}`)
                    .join(', ')}
                </span>
              </button>
              <span className="mono">{figure(cell.count)}</span>
            </li>
          );
        })}
      </ol>
      {totals.againstCells > against.length && (
        <p className="faded">
          The {figure(against.length)} heaviest are listed; open a part of the codebase to see the others.
        </p>
      )}
    </aside>
  );
}
