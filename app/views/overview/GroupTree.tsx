import { Link, useParams } from 'react-router';
import type { ArrangementId } from '../../../core/arrangement/arrangement.ts';
import type { GroupRow, GroupTree as Tree } from '../../../server/views/groupTree.ts';
import { arrangementWords } from '../../../server/views/graphQuery/arrangementWords.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { Block } from './Block.tsx';

/** The groups with their sizes, and what each is for in its own words. A group opens in place. */
export function GroupTree({ tree: { rows, more } }: { tree: Tree }) {
  const { params, change, by } = usePicture();
  const { codebaseId } = useParams();
  const largest = Math.max(1, ...rows.map(({ codeLines }) => codeLines));
  const open = params.getAll('open');
  const toggle = ({ key, isOpen }: GroupRow): void =>
    change({ open: isOpen ? open.filter((other) => other !== key) : [...open, key] }, { replace: true });
  return (
    <Block title={heading(by)} note="files · lines of code · what it is for">
      {rows.length === 0 && <p className="faded">All files are in one group.</p>}
      {rows.map((row) => (
        <div key={row.key} className="folder-row">
          <span style={{ paddingLeft: 16 * row.depth }}>
            {row.hasGroups ? (
              <button
                type="button"
                className="plain-button twist"
                aria-expanded={row.isOpen}
                aria-label={`${row.isOpen ? 'Close' : 'Open'} ${row.key}`}
                onClick={() => toggle(row)}
              >
                {row.isOpen ? '▾' : '▸'}
              </button>
            ) : (
              <span className="twist" />
            )}
            <ElementName element={row} />
          </span>
          <span className="mono">{figure(row.files)}</span>
          <span className="bar">
            <i style={{ width: `${(100 * row.codeLines) / largest}%` }} />
          </span>
          <span className="mono">{figure(row.codeLines)}</span>
          <span className="folder-purpose">
            {row.purpose && (
              <Link
                to={`/codebases/${codebaseId}/${row.purpose.from.endsWith('.md') ? 'document' : 'source'}?file=${encodeURIComponent(row.purpose.from)}`}
                title={`${row.purpose.text} (${row.purpose.from})`}
              >
                {row.purpose.text}
              </Link>
            )}
          </span>
        </div>
      ))}
      {more > 0 && <p className="faded">{figure(more)} more are open than can be listed: close some.</p>}
    </Block>
  );
}

function heading(by: ArrangementId): string {
  const { plural } = arrangementWords[by];
  return plural[0].toUpperCase() + plural.slice(1);
}
