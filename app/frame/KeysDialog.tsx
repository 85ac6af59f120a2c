import Dialog from '@mui/material/Dialog';
import { railViews, useViews } from './viewDescriptor.ts';

/** Keys that hold in every view. */
const general: readonly (readonly [string, string])[] = [
  ['/ or Ctrl+K', 'find an element'],
  ['D', 'fold the dossier away, or back'],
  ['[ and ]', 'back and forward in the dossier'],
  ['Esc', 'let go of the evidence, then of the focus'],
];

/** The keys of the view at hand. */
export function KeysDialog({ view, onClose }: { view: string; onClose: () => void }) {
  const views = useViews();
  const numbered = railViews(views).slice(0, 9);
  const rows = [
    ...(views.find(({ path }) => path === view)?.keys ?? []),
    ...general,
    [`1 to ${numbered.length}`, numbered.map(({ name }) => name).join(', ')] as const,
    ['?', 'these keys'] as const,
  ];
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
