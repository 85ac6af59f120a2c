import { useState } from 'react';
import type { InterfacePage, InterfaceRow } from '../../../server/views/plan/interfaceView.ts';
import type { ModuleRow } from '../../../server/views/plan/planView.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { NamedList } from '../../frame/names/Names.tsx';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import type { PlanEditor } from '../../state/usePlanEdit.ts';

/** So many are listed before the rest is asked for. */
const LISTED = 200;
const USERS_NAMED = 3;

/** What a module is to the others: what of it they use, what they could and do not, and what is named as its interface. */
export function InterfaceList({
  shown,
  row,
  editor,
}: {
  shown: InterfacePage;
  row: ModuleRow;
  editor: PlanEditor;
}) {
  const { used, unused, open, openUsed, gone } = shown;
  const hidden = used.filter(({ isOpen }) => !isOpen);
  const isNamed = row.interface.length > 0;
  const around = isNamed ? used.filter((each) => !each.isNamed) : [];
  const name = (what: string, keys: readonly string[]): void =>
    editor.edit(what, { edit: 'interface', module: row.id, keys: [...keys] });
  return (
    <div
      className="interface-list"
      data-picture
      tabIndex={0}
      role="region"
      aria-label={`Interface of ${row.name}`}
    >
      <p>
        Others use <b>{counted(used.length, 'element')}</b> of it
        {open > 0 && (
          <>
            ; of {counted(open, 'public declaration')} at the top of files <b>{figure(openUsed)}</b> are used
            from outside
          </>
        )}
        {hidden.length > 0 && (
          <>
            , and <b className="caution">{counted(hidden.length, 'element')}</b> that others use must become
            public if the module is built separately
          </>
        )}
        .{' '}
        {isNamed ? (
          <>
            Its interface is named: {counted(row.interface.length, 'element')}
            {around.length > 0 && (
              <>
                ; <b className="against">{counted(around.length, 'element')}</b> are used around it
              </>
            )}
            {gone.length > 0 && <>, {counted(gone.length, 'element')} of it are gone</>}.{' '}
            <button
              type="button"
              className="plain-button link"
              onClick={() => name(`interface of ${row.name} left open`, [])}
            >
              Clear the interface
            </button>
          </>
        ) : (
          used.length > 0 && (
            <button
              type="button"
              className="plain-button link"
              onClick={() =>
                name(
                  `interface of ${row.name} named`,
                  used.map(({ key }) => key),
                )
              }
            >
              Name these as its interface
            </button>
          )
        )}
      </p>
      <NamedList all={[...used, ...unused]}>
        {used.length > 0 && (
          <UsedTable shown={shown} row={row} isNamed={isNamed} isBusy={editor.isBusy} onName={name} />
        )}
        {unused.length > 0 && <Unused unused={unused} />}
      </NamedList>
      {used.length === 0 && unused.length === 0 && (
        <p className="faded">Nothing in it is public, and nothing uses it.</p>
      )}
    </div>
  );
}

function UsedTable({
  shown: { used },
  row,
  isNamed,
  isBusy,
  onName,
}: {
  shown: InterfacePage;
  row: ModuleRow;
  isNamed: boolean;
  isBusy: boolean;
  onName: (what: string, keys: readonly string[]) => void;
}) {
  const [isWhole, setWhole] = useState(false);
  const toggle = ({ key, name, isNamed: isIn }: InterfaceRow): void => {
    const keys = isIn ? row.interface.filter((own) => own !== key) : [...row.interface, key];
    onName(`${name} ${isIn ? 'out of' : 'into'} the interface of ${row.name}`, keys);
  };
  return (
    <>
      <h3>
        <span>used from outside</span>
        <span>references</span>
        <span>by</span>
      </h3>
      {used.slice(0, isWhole ? used.length : LISTED).map((each) => (
        <div key={each.key} className={`interface-row${isNamed && !each.isNamed ? ' around' : ''}`}>
          <span className="member-name">
            {isNamed && (
              <input
                type="checkbox"
                aria-label={`${each.name} is part of the interface`}
                checked={each.isNamed}
                disabled={isBusy}
                onChange={() => toggle(each)}
              />
            )}
            <ElementName element={each} />
            {!each.isOpen && <span className="caution">not public</span>}
          </span>
          <span className="mono">{figure(each.references)}</span>
          <Users row={each} />
        </div>
      ))}
      {!isWhole && used.length > LISTED && (
        <button type="button" className="plain-button quiet" onClick={() => setWhole(true)}>
          all {figure(used.length)}
        </button>
      )}
    </>
  );
}

function Users({ row }: { row: InterfaceRow }) {
  const { change } = usePicture();
  return (
    <span className="module-uses">
      {row.users.slice(0, USERS_NAMED).map(({ end, name, references }) => (
        <button
          key={end}
          type="button"
          className="plain-button"
          disabled={end === ''}
          title={`Show where ${name} uses ${row.name}`}
          onClick={() => change({ from: end, to: row.own, by: 'plan', dossier: null, focus: null })}
        >
          {name} <span className="mono">{figure(references)}</span>
        </button>
      ))}
      {row.users.length > USERS_NAMED && (
        <span
          className="faded"
          title={row.users
            .slice(USERS_NAMED)
            .map(({ name }) => name)
            .join(', ')}
        >
          and {row.users.length - USERS_NAMED} more
        </span>
      )}
    </span>
  );
}

function Unused({ unused }: { unused: InterfacePage['unused'] }) {
  const [isWhole, setWhole] = useState(false);
  return (
    <>
      <h3>
        <span>public, but unused outside</span>
        <span>{figure(unused.length)}</span>
      </h3>
      {unused.slice(0, isWhole ? unused.length : LISTED).map((each) => (
        <div key={each.key} className="interface-row">
          <span className="member-name">
            <ElementName element={each} />
          </span>
        </div>
      ))}
      {!isWhole && unused.length > LISTED && (
        <button type="button" className="plain-button quiet" onClick={() => setWhole(true)}>
          all {figure(unused.length)}
        </button>
      )}
    </>
  );
}
