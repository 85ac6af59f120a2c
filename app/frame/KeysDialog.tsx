import Dialog from '@mui/material/Dialog';
import { railViews, useViews } from './viewDescriptor.ts';

/** Keys that hold in every view. */
const general: readonly (readonly [string, string])[] = [
  ['/ or Ctrl+K', 'find an element'],
  ['P', 'to the picture: its keys are heard'],
  ['D', 'fold the dossier away, or back'],
  ['[ and ]', 'back and forward in the dossier'],
  ['Esc', 'let go of the evidence, then of the focus'],
];

/** The keys of the view at hand. */
export function KeysDialog({ view, onClose }: { view: string; onClose: () => void }) {
  const views = useViews();
  const numbered = railViews(views);
  const [first, further] = [numbered.slice(0, 9), numbered.slice(9, 18)];
  const rows = [
    ...(views.find(({ path }) => path === view)?.keys ?? []),
    ...general,
    [`1 to ${first.length}`, first.map(({ name }) => name).join(', ')] as const,
    ...(further.length > 0
      ? [[`Shift+1 to Shift+${further.length}`, further.map(({ name }) => name).join(', ')] as const]
      : []),
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
