import { Link, useParams } from 'react-router';
import type { FolderRow } from '../../../server/views/folderTree.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { Block } from './Block.tsx';

/** The folders with their sizes, and what each is for in its own words. A folder opens in place. */
export function FolderTree({ folders }: { folders: FolderRow[] }) {
  const { params, change } = usePicture();
  const { codebaseId } = useParams();
  const largest = Math.max(1, ...folders.map(({ codeLines }) => codeLines));
  const open = params.getAll('open');
  const toggle = ({ key, isOpen }: FolderRow): void =>
    change({ open: isOpen ? open.filter((other) => other !== key) : [...open, key] }, { replace: true });
  return (
    <Block title="Folders" note="files · lines of code · what it is for">
      {folders.length === 0 && <p className="faded">All files lie in one folder.</p>}
      {folders.map((row) => (
        <div key={row.key} className="folder-row">
          <span style={{ paddingLeft: 16 * row.depth }}>
            {row.hasFolders ? (
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
    </Block>
  );
}
