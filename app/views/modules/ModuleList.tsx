import { useState } from 'react';
import type { ModuleRow, PlanPage } from '../../../server/views/planView.ts';
import { NOT_PLACED } from '../../../server/views/planOpen.ts';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import type { PlanEditor } from './usePlanEdit.ts';

/** Modules that one rests on are named up to so many. */
const NAMED = 3;

/** The modules of a plan: how large, how settled, how well each holds together, and what it rests on. */
export function ModuleList({
  page,
  editor,
  onOpen,
  onDropped,
}: {
  page: PlanPage;
  editor: PlanEditor;
  onOpen: (module: string) => void;
  /** Files that were dropped on a module. */
  onDropped: (module: string) => void;
}) {
  const { modules, notPlaced, open } = page;
  const largest = Math.max(1, ...modules.map(({ codeLines }) => codeLines), notPlaced.codeLines);
  const nameOf = new Map(modules.map(({ id, name }) => [id, name]));
  return (
    <div className="module-list" aria-label="Modules">
      <div className="module-row module-heads faded">
        <span>Module</span>
        <span>files</span>
        <span>code lines, settled in ink</span>
        <span>stays inside</span>
        <span>rests on, references</span>
      </div>
      {modules.map((row) => (
        <Row
          key={row.id}
          row={row}
          largest={largest}
          nameOf={nameOf}
          isOpen={row.id === open}
          editor={editor}
          onOpen={() => onOpen(row.id)}
          onDropped={() => onDropped(row.id)}
        />
      ))}
      {notPlaced.files > 0 && (
        <div className={`module-row${open === NOT_PLACED ? ' open' : ''}`}>
          <button
            type="button"
            className="plain-button module-name faded"
            aria-expanded={open === NOT_PLACED}
            onClick={() => onOpen(NOT_PLACED)}
          >
            not yet placed
          </button>
          <span className="mono">{figure(notPlaced.files)}</span>
          <Bar share={notPlaced.codeLines / largest} settled={0} label={figure(notPlaced.codeLines)} />
          <span />
          <span />
        </div>
      )}
    </div>
  );
}

function Row({
  row,
  largest,
  nameOf,
  isOpen,
  editor,
  onOpen,
  onDropped,
}: {
  row: ModuleRow;
  largest: number;
  nameOf: ReadonlyMap<string, string>;
  isOpen: boolean;
  editor: PlanEditor;
  onOpen: () => void;
  onDropped: () => void;
}) {
  const [isOver, setOver] = useState(false);
  const { change } = usePicture();
  const share = row.touching === 0 ? null : row.inside / row.touching;
  return (
    <div
      className={`module-row${isOpen ? ' open' : ''}${isOver ? ' over' : ''}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={() => {
        setOver(false);
        onDropped();
      }}
    >
      <span className="module-name">
        <button
          type="button"
          className="plain-button"
          aria-expanded={isOpen}
          onClick={onOpen}
          title={row.purpose}
        >
          {row.name}
        </button>
        {row.doubtful > 0 && (
          <span
            className="caution"
            title={`${counted(row.doubtful, 'file')} that another module pulls at as much`}
          >
            {figure(row.doubtful)} doubtful
          </span>
        )}
      </span>
      <span className="mono">{figure(row.files)}</span>
      <Bar
        share={row.codeLines / largest}
        settled={row.codeLines === 0 ? 0 : row.settledLines / row.codeLines}
        label={figure(row.codeLines)}
      />
      <span
        className="mono"
        title={`${counted(row.inside, 'reference')} of ${figure(row.touching)} that touch it`}
      >
        {share === null ? '–' : `${Math.round(100 * share)} %`}
      </span>
      <span className="module-uses">
        {row.uses.slice(0, NAMED).map(({ module, references }) => (
          <button
            key={module}
            type="button"
            className="plain-button"
            title={`Show where ${row.name} uses ${nameOf.get(module)!}`}
            onClick={() =>
              change({ from: `plan:${row.id}`, to: `plan:${module}`, by: 'plan', dossier: null, focus: null })
            }
          >
            {nameOf.get(module)} <span className="mono">{figure(references)}</span>
          </button>
        ))}
        {row.uses.length > NAMED && <span className="faded">and {row.uses.length - NAMED} more</span>}
      </span>
      {isOpen && <RowTools row={row} nameOf={nameOf} editor={editor} />}
    </div>
  );
}

function Bar({ share, settled, label }: { share: number; settled: number; label: string }) {
  return (
    <span className="module-bar">
      <span className="track" aria-hidden="true">
        <span style={{ width: `${Math.max(1, 100 * share)}%` }}>
          <span style={{ width: `${100 * settled}%` }} />
        </span>
      </span>
      <span className="mono">{label}</span>
    </span>
  );
}

function RowTools({
  row,
  nameOf,
  editor,
}: {
  row: ModuleRow;
  nameOf: ReadonlyMap<string, string>;
  editor: PlanEditor;
}) {
  const { id, name, purpose } = row;
  return (
    <span className="module-tools">
      <Words
        key={`${id} ${name}`}
        label="Name of the module"
        value={name}
        onSet={(text) =>
          text !== '' && editor.edit(`${name} renamed`, { edit: 'rename', module: id, name: text })
        }
      />
      <Words
        key={`${id} ${purpose}`}
        label="What it is for"
        value={purpose}
        onSet={(text) => editor.edit(`purpose of ${name}`, { edit: 'purpose', module: id, purpose: text })}
      />
      <select
        className="field"
        aria-label="Merge into"
        value=""
        onChange={({ target }) =>
          editor.edit(`${name} merged into ${nameOf.get(target.value)!}`, {
            edit: 'merge',
            module: id,
            into: target.value,
          })
        }
      >
        <option value="">Merge into …</option>
        {[...nameOf]
          .filter(([other]) => other !== id)
          .map(([other, label]) => (
            <option key={other} value={other}>
              {label}
            </option>
          ))}
      </select>
      <button
        type="button"
        className="chip"
        onClick={() => editor.edit(`${name} dissolved`, { edit: 'remove', module: id })}
      >
        Dissolve
      </button>
      <button
        type="button"
        className="chip"
        aria-label="Up"
        onClick={() => editor.edit(`${name} moved up`, { edit: 'order', module: id, by: -1 })}
      >
        ↑
      </button>
      <button
        type="button"
        className="chip"
        aria-label="Down"
        onClick={() => editor.edit(`${name} moved down`, { edit: 'order', module: id, by: 1 })}
      >
        ↓
      </button>
    </span>
  );
}

/** Words that are kept when one leaves them, or with Enter; Escape leaves them as they were. */
export function Words({
  label,
  value,
  onSet,
}: {
  label: string;
  value: string;
  onSet: (text: string) => void;
}) {
  const [text, setText] = useState(value);
  const keep = (): void => {
    if (text.trim() !== value) onSet(text.trim());
  };
  return (
    <input
      className="field"
      aria-label={label}
      placeholder={label}
      value={text}
      maxLength={500}
      onChange={({ target }) => setText(target.value)}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === 'Enter') keep();
        if (event.key === 'Escape') setText(value);
      }}
    />
  );
}
