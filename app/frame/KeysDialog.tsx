import Dialog from '@mui/material/Dialog';
import { glossary } from './glossary.ts';
import { railViews, useViews } from './viewDescriptor.ts';

/** Keys that hold in every view. */
const general: readonly (readonly [string, string])[] = [
  ['/ or Ctrl+K', 'find an element'],
  ['P', 'move the keyboard focus to the picture'],
  ['D', 'fold or unfold the dossier'],
  ['[ and ]', 'back and forward in the dossier'],
  ['Esc', 'close the evidence, then clear the selection'],
];

/** What the view at hand answers, its keys, and what the product's own words mean. */
export function KeysDialog({ view, onClose }: { view: string; onClose: () => void }) {
  const views = useViews();
  const numbered = railViews(views);
  const [first, further] = [numbered.slice(0, 9), numbered.slice(9, 18)];
  const shown = views.find(({ path }) => path === view);
  const rows = [
    ...(shown?.keys ?? []),
    ...general,
    [`1 to ${first.length}`, first.map(({ name }) => name).join(', ')] as const,
    ...(further.length > 0
      ? [[`Shift+1 to Shift+${further.length}`, further.map(({ name }) => name).join(', ')] as const]
      : []),
    ['?', 'this help'] as const,
  ];
  return (
    <Dialog open onClose={onClose} aria-label="Keys" maxWidth="md">
      {shown && (
        <header className="keys-head">
          <h1>{shown.name}</h1>
          <p>{shown.question}</p>
        </header>
      )}
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
      <details className="keys-words">
        <summary>Glossary</summary>
        <dl>
          {glossary.map(([word, meaning]) => (
            <div key={word}>
              <dt>{word}</dt>
              <dd>{meaning}</dd>
            </div>
          ))}
        </dl>
      </details>
    </Dialog>
  );
}
