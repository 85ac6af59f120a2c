import Dialog from '@mui/material/Dialog';
import { railViews } from './Rail.tsx';

const general: [string, string][] = [
  ['/ or Ctrl+K', 'find an element'],
  ['D', 'fold the dossier away, or back'],
  ['[ and ]', 'back and forward in the dossier'],
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

const source: [string, string][] = [
  ['Enter', 'go where the name at the caret leads'],
  ['click', 'take a name in hand: it becomes the focus'],
  ['double or Ctrl+click', 'go where a name leads'],
  ['Ctrl+F', 'search in this file'],
  ['Ctrl+wheel', 'size of the text, down to the whole file drawn'],
];

const cycles: [string, string][] = [['← and →', 'step before, step after']];

const byView: Record<string, [string, string][]> = { matrix, cycles, source };

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
