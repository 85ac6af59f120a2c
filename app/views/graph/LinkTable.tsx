import type { GraphPicture } from '../../../server/views/graph/graphView.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { useNameOf } from '../../frame/names/Names.tsx';
import { figure } from '../../state/figures.ts';
import { breaksInWords } from '../../state/words.ts';
import { usePicture } from '../../state/usePicture.ts';

/** The same links as the drawing has, as a table: the weightiest first. */
export function LinkTable({ picture: { nodes, edges }, wanted }: { picture: GraphPicture; wanted: string }) {
  const { showEvidence } = usePicture();
  const nameOf = useNameOf();
  const holds = (at: number): boolean => nameOf(nodes[at]).toLowerCase().includes(wanted);
  const shown = edges
    .filter(({ from, to }) => wanted === '' || holds(from) || holds(to))
    .sort((a, b) => b.references - a.references);
  return (
    <div className="link-table" data-picture tabIndex={0} role="region" aria-label="Links">
      <table>
        <thead>
          <tr>
            <th scope="col">uses</th>
            <th scope="col">what is used</th>
            <th scope="col">references</th>
            <th scope="col">of note</th>
          </tr>
        </thead>
        <tbody>
          {shown.map(({ from, to, references, isAgainst, isInferred, broken }) => (
            <tr key={`${nodes[from].end} ${nodes[to].end}`}>
              <td>
                <ElementName element={nodes[from]} />
              </td>
              <td>
                <ElementName element={nodes[to]} />
              </td>
              <td className="mono">
                <button
                  type="button"
                  className="plain-button link"
                  onClick={() => showEvidence(nodes[from].end, nodes[to].end)}
                >
                  {figure(references)}
                </button>
              </td>
              <td>
                {isAgainst && <span className="against">◂ against the order </span>}
                {isInferred && <span className="caution">inferred </span>}
                {broken !== null && <span className="against">⊢ {breaksInWords(broken)}</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {shown.length === 0 && <p className="faded">No link{wanted === '' ? '' : ' with such a name'}.</p>}
    </div>
  );
}
