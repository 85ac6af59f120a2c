import { useCallback } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { IntakeSheet, LeftOutGroup } from '../../../server/views/intakeView.ts';
import { counted, figure, size } from '../../state/figures.ts';
import { patched } from '../../state/pictureState.ts';
import { leftOutWords, whyLeftOut } from '../../state/words.ts';
import { useEdit } from '../../state/edit.ts';
import { useTyped } from '../../state/useTyped.ts';

/** What would be left out, by reason. Each reason and each path can be turned round. */
export function LeftOutGroups({ sheet }: { sheet: IntakeSheet }) {
  const [params, setParams] = useSearchParams();
  const send = useCallback(
    (text: string) =>
      setParams((now) => patched(now, { filter: text === '' ? null : text }), {
        replace: true,
        preventScrollReset: true,
      }),
    [setParams],
  );
  const [typed, type] = useTyped(params.get('filter') ?? '', send);
  const turned = sheet.rules.turned.filter(
    (reason) => !sheet.leftOut.some((group) => group.reason === reason),
  );
  return (
    <section className="block">
      <h2>
        <span>Left out</span>
        <span>
          <input
            type="search"
            className="quiet-field"
            placeholder="part of a path"
            aria-label="Filter by a part of the path"
            value={typed}
            onChange={({ target }) => type(target.value)}
          />
        </span>
      </h2>
      {sheet.leftOut.length === 0 && <p className="faded">Nothing. Every file would be read.</p>}
      {sheet.leftOut.map((group) => (
        <Group key={group.reason} group={group} />
      ))}
      {turned.map((reason) => (
        <TurnedBack key={reason} reason={reason} />
      ))}
      {sheet.documents > 0 && (
        <div className="reason-turned">
          <span>
            <b>Texts</b> in Markdown are shown as such: {counted(sheet.documents, 'file')}.
          </span>
        </div>
      )}
      {sheet.tests.files > 0 && <Tests count={sheet.tests.files} lines={sheet.tests.lines} />}
    </section>
  );
}

function Group({ group }: { group: LeftOutGroup }) {
  const { reason, count, bytes, isTurnable, kinds, entries, more } = group;
  const [params] = useSearchParams();
  const { send } = useEdit();
  const isOpen = params.get('all') === reason || params.get('filter') !== null || count <= 6;
  return (
    <details className="reason" open={isOpen} key={`${reason} ${isOpen}`}>
      <summary>
        <b>{leftOutWords[reason]}</b>
        <span className="faded">{whyLeftOut[reason]}</span>
        <span className="mono">{figure(count)}</span>
        <span className="mono faded">{bytes > 0 ? size(bytes) : ''}</span>
      </summary>
      {isTurnable && (
        <div className="reason-turn">
          <button
            type="button"
            className="chip"
            onClick={() => send({ edit: 'turn', reason, on: reason === 'tests' ? 'off' : 'on' })}
          >
            {reason === 'tests' ? 'Read the tests' : 'Read all of these'}
          </button>
        </div>
      )}
      {kinds.length > 0 && (
        <p className="kinds">
          {kinds.slice(0, 24).map(({ what, count: n }) => (
            <span key={what}>
              {what} <span className="mono">{figure(n)}</span>
            </span>
          ))}
        </p>
      )}
      {entries.map(({ path, detail, size: bytesOfFile }) => (
        <div key={path} className="sheet-row">
          <span className="mono">{path}</span>
          <span className="faded">
            {detail}
            {bytesOfFile !== undefined && reason === 'tooLarge' && !detail ? size(bytesOfFile) : ''}
          </span>
          <span>
            {canBeRead(reason) && (
              <button
                type="button"
                className="plain-button quiet"
                aria-label={`Read ${path}`}
                onClick={() => send({ edit: 'choosePath', path, take: 'read' })}
              >
                read
              </button>
            )}
          </span>
        </div>
      ))}
      {more > 0 && (
        <p>
          <Link to={`?${patched(params, { all: reason })}`} preventScrollReset>
            {figure(more)} more
          </Link>
        </p>
      )}
    </details>
  );
}

/** What is no text, no file or no code cannot be read by wishing it. */
function canBeRead(reason: LeftOutGroup['reason']): boolean {
  return !['binary', 'unknownLanguage', 'submodule', 'link', 'unsafe', 'unreadable'].includes(reason);
}

/** A reason that was turned round so that nothing of it is left out any more. */
function TurnedBack({ reason }: { reason: IntakeSheet['rules']['turned'][number] }) {
  const { send } = useEdit();
  if (reason === 'tests') return null;
  return (
    <div className="reason-turned">
      <span>
        What is <b>{leftOutWords[reason]}</b> is read as well.
      </span>
      <button type="button" className="chip" onClick={() => send({ edit: 'turn', reason, on: 'off' })}>
        Leave out again
      </button>
    </div>
  );
}

function Tests({ count, lines }: { count: number; lines: number }) {
  const { send } = useEdit();
  return (
    <div className="reason-turned">
      <span>
        <b>Tests</b> are read, and marked: {counted(count, 'file')}, {counted(lines, 'line')}.
      </span>
      <button
        type="button"
        className="chip"
        onClick={() => send({ edit: 'turn', reason: 'tests', on: 'on' })}
      >
        Leave the tests out
      </button>
    </div>
  );
}
