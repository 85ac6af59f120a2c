import Dialog from '@mui/material/Dialog';
import { railViews } from './Rail.tsx';

const general: [string, string][] = [
  ['/ or Ctrl+K', 'find an element'],
  ['D', 'fold the dossier away, or back'],
  ['Esc', 'let go of the evidence, then of the focus'],
  [`1 to ${railViews.length}`, railViews.map(({ name }) => name).join(', ')],
  ['?', 'these keys'],
];

const matrix: [string, string][] = [
  ['arrows', 'move over the cells'],
  ['Enter', 'evidence of the cell'],
  ['Space', "open or close the row's folder"],
  ['F', "focus on the row's element"],
  ['N', 'next cell against the order'],
  ['+ and −', 'zoom'],
  ['0', 'see the whole matrix'],
  ['Shift+arrows', 'move the sheet'],
];

const cycles: [string, string][] = [['← and →', 'step before, step after']];

const byView: Record<string, [string, string][]> = { matrix, cycles };

/** The keys of the view at hand. */
export function KeysDialog({ view, onClose }: { view: string; onClose: () => void }) {
  const rows = [...(byView[view] ?? []), ...general];
  return (
    <Dialog open onClose={onClose} aria-label="Keys">
      <table className="keys">
        <tbody>
          {rows.map(([key, meaning]) => (
            <tr key={key}>
              <td>
                <kbd>{key}</kbd>
              </td>
              <td>{meaning}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Dialog>
  );
}
