import type { RulesPage } from '../../../server/views/rules/rulesView.ts';
import { CutName } from '../../frame/names/Names.tsx';
import { figure } from '../../state/figures.ts';

/** Single moves that would clear more than they bring, each to be looked at before it is made. */
export function RepairList({
  order: { rule, repairs },
  onLook,
}: {
  order: NonNullable<RulesPage['order']>;
  onLook: (repair: string) => void;
}) {
  if (repairs.length === 0) return null;
  return (
    <section className="rule" aria-label="Cheapest repairs">
      <h2>Cheapest repairs</h2>
      <ul>
        {repairs.map(({ path, to, clears, brings }) => (
          <li key={path} className="repair">
            <span className="repair-move">
              <CutName name={path} /> <span className="faded">to</span> <CutName name={to} />
            </span>
            <span>
              clears {figure(clears)}, brings {figure(brings)}
            </span>
            <button
              type="button"
              className="plain-button link"
              onClick={() => onLook([rule, to, path].join('|'))}
            >
              Look
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
