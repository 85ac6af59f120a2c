import type { ComparedPage } from '../../../server/views/plan/comparedView.ts';
import { ownGroupText } from '../../../server/views/graphQuery/groupText.ts';
import { counted, figure } from '../../state/figures.ts';

/** How much of the deepest tint a cell has that holds the whole row, in percent. */
const DEEPEST = 32;

/** How many files two groups have in common, in a cell each: the more of the row's, the deeper its tint. */
export function CommonMatrix({
  page: { sides, cells, open },
  onOpen,
}: {
  page: ComparedPage;
  onOpen: (one: number, other: number) => void;
}) {
  const [one, other] = sides;
  const at = new Map(cells.map((cell) => [`${cell.one} ${cell.other}`, cell.files]));
  return (
    <div className="common-matrix" data-picture tabIndex={0} role="region" aria-label="Who went where">
      <table>
        <thead>
          <tr>
            <td />
            {other.groups.map((group) => (
              <th key={group.end} scope="col" title={ownGroupText(group)}>
                <span>{ownGroupText(group)}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {one.groups.map((group, row) => (
            <tr key={group.end}>
              <th scope="row" title={ownGroupText(group)}>
                {ownGroupText(group)} <span className="mono faded">{figure(group.files)}</span>
              </th>
              {other.groups.map((column, place) => {
                const files = at.get(`${row} ${place}`) ?? 0;
                if (files === 0) return <td key={column.end} />;
                // No deeper than a figure can be read on it.
                const share = Math.round(DEEPEST * Math.sqrt(files / group.files));
                return (
                  <td
                    key={column.end}
                    className={open?.one === row && open.other === place ? 'open' : undefined}
                    style={{ background: `color-mix(in srgb, var(--most) ${share}%, var(--least))` }}
                  >
                    <button
                      type="button"
                      className="plain-button mono"
                      title={`${counted(files, 'file')} of ${ownGroupText(group)} in ${ownGroupText(column)}`}
                      onClick={() => onOpen(row, place)}
                    >
                      {figure(files)}
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
