import { Link, useSearchParams } from 'react-router';
import type { IntakeSheet } from '../../../server/views/intakeView.ts';
import { counted, figure } from '../../state/figures.ts';
import { patched } from '../../state/pictureState.ts';
import { useEdit } from '../../state/edit.ts';
import { ReadHead } from './SheetParts.tsx';

/** What would be read, folder by folder, the largest first. */
export function ReadTable({ sheet }: { sheet: IntakeSheet }) {
  const [params] = useSearchParams();
  const { send } = useEdit();
  const largest = Math.max(1, ...sheet.inside.map(({ lines }) => lines));
  const into = (folder: string): string => `?${patched(params, { folder: folder === '' ? null : folder })}`;
  const read = sheet.inside.filter(({ files }) => files > 0);
  const unread = sheet.inside.filter(({ files }) => files === 0);
  const parts = sheet.folder === '' ? [] : sheet.folder.split('/');
  return (
    <section className="block">
      <h2>
        <span>
          {parts.length === 0 ? (
            'Folders and files'
          ) : (
            <span className="mono">
              <Link to={into('')}>root</Link>
              {parts.map((part, i) => (
                <span key={i}>
                  {' / '}
                  {i === parts.length - 1 ? (
                    part
                  ) : (
                    <Link to={into(parts.slice(0, i + 1).join('/'))}>{part}</Link>
                  )}
                </span>
              ))}
            </span>
          )}
        </span>
      </h2>
      <div className="read-table">
        <ReadHead leftOut="left out" />
        {read.map(({ path, name, isFolder, files, lines, tests, leftOut }) => (
          <div key={path} className="read-row">
            <span className="mono">{isFolder ? <Link to={into(path)}>{name}/</Link> : name}</span>
            <span>{isFolder ? figure(files) : ''}</span>
            <span className="bar">
              <i style={{ width: `${(100 * lines) / largest}%` }} />
            </span>
            <span>{figure(lines)}</span>
            <span title={`${counted(leftOut, 'file or folder', 'files and folders')} left out`}>
              {leftOut > 0 ? figure(leftOut) : ''}
            </span>
            <span>
              <button
                type="button"
                className="plain-button quiet"
                aria-label={`Leave out ${path}`}
                onClick={() =>
                  send({ edit: 'choosePath', path: isFolder ? `${path}/` : path, take: 'leaveOut' })
                }
              >
                leave out
              </button>
              {tests > 0 && tests === files && <small className="faded"> tests</small>}
            </span>
          </div>
        ))}
      </div>
      {unread.length > 0 && (
        <details className="nothing-read">
          <summary>
            {figure(unread.length)} with nothing to read in {unread.length === 1 ? 'it' : 'them'}
          </summary>
          {unread.map(({ path, name, isFolder, leftOut }) => (
            <div key={path} className="read-row faded">
              <span className="mono">{isFolder ? <Link to={into(path)}>{name}/</Link> : name}</span>
              <span />
              <span />
              <span />
              <span>{isFolder ? figure(leftOut) : ''}</span>
              <span />
            </div>
          ))}
        </details>
      )}
      {sheet.inside.length === 0 && <p className="faded">It is empty.</p>}
      {sheet.more > 0 && <p className="faded">and {figure(sheet.more)} more</p>}
    </section>
  );
}
