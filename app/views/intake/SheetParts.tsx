import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import type { Codebase } from '../../../server/store/codebases.ts';
import type { IntakeSheet } from '../../../server/views/intakeView.ts';
import { counted, figure, percent } from '../../state/figures.ts';
import { useEdit } from '../../state/edit.ts';

export function Languages({ sheet }: { sheet: IntakeSheet }) {
  return (
    <section className="block">
      <h2>
        <span>Languages</span>
      </h2>
      {sheet.languages.length === 0 && (
        <p className="caution">
          No file here is in a language that Yletope reads: {sheet.known.map(({ name }) => name).join(', ')}.
        </p>
      )}
      {sheet.languages.length > 0 && <ReadHead last="share" />}
      {sheet.languages.map(({ id, name, files, lines }) => (
        <div key={id} className="read-row">
          <span>{name}</span>
          <span>{figure(files)}</span>
          <span className="bar">
            <i style={{ width: percent(lines / Math.max(1, sheet.read.lines)).replace(' ', '') }} />
          </span>
          <span>{figure(lines)}</span>
          <span />
          <span className="faded">{percent(lines / Math.max(1, sheet.read.lines))}</span>
        </div>
      ))}
    </section>
  );
}

/** What the columns below it hold. */
export function ReadHead({ leftOut = '', last = '' }: { leftOut?: string; last?: string }) {
  return (
    <div className="read-row read-head">
      <span />
      <span>files</span>
      <span />
      <span>lines</span>
      <span>{leftOut}</span>
      <span>{last}</span>
    </div>
  );
}

/** Files whose ending leaves open what they are, and a field that settles it for others. */
export function UnclearLanguages({ sheet }: { sheet: IntakeSheet }) {
  const { send } = useEdit();
  const [glob, setGlob] = useState('');
  return (
    <section className="block">
      <h2>
        <span>Files of unknown language</span>
        <span>{sheet.unclear.length > 0 ? counted(sheet.unclear.length, 'file') : ''}</span>
      </h2>
      {sheet.unclear.slice(0, 40).map(({ path, language, why }) => (
        <div key={path} className="sheet-row">
          <span className="mono">{path}</span>
          <span>
            {language} <span className="faded">{why}</span>
          </span>
        </div>
      ))}
      <form
        className="glob-form"
        onSubmit={(event) => {
          event.preventDefault();
          const language = new FormData(event.currentTarget).get('language') as string;
          send({ edit: 'language', glob, language });
          setGlob('');
        }}
      >
        <input
          className="field mono"
          placeholder="a glob, such as **/*.inc"
          aria-label="Files to treat as another language, as a glob"
          spellCheck={false}
          value={glob}
          onChange={({ target }) => setGlob(target.value)}
        />
        <select name="language" className="field" aria-label="Language">
          {sheet.known.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <Button type="submit" disabled={glob.trim() === ''}>
          Treat as this
        </Button>
      </form>
    </section>
  );
}

/** A list that is written one entry a line, and set as a whole. */
function LinesForm({
  lines,
  placeholder,
  onSet,
  children,
}: {
  lines: readonly string[];
  placeholder?: string;
  onSet: (text: string) => void;
  children: ReactNode;
}) {
  const current = lines.join('\n');
  return (
    <form
      className="roots-form"
      key={current}
      onSubmit={(event) => {
        event.preventDefault();
        onSet(new FormData(event.currentTarget).get('lines') as string);
      }}
    >
      <label>
        <span>{children}</span>
        <textarea
          name="lines"
          className="field mono"
          rows={2}
          spellCheck={false}
          placeholder={placeholder}
          defaultValue={current}
        />
      </label>
      <Button type="submit">Set</Button>
    </form>
  );
}

/** Project files that say where imports lead, and folders from which imports are also resolved. */
export function ImportRoots({ sheet }: { sheet: IntakeSheet }) {
  const { send } = useEdit();
  const [shows, setShows] = useState(8);
  return (
    <section className="block">
      <h2>
        <span>Import resolution</span>
        <span>{counted(sheet.projectFiles.length, 'project file')}</span>
      </h2>
      {sheet.projectFiles.slice(0, shows).map(({ path, isOff }) => (
        <div key={path} className={`sheet-row${isOff ? ' faded' : ''}`}>
          <span className="mono">{path}</span>
          <span>{isOff ? 'not believed' : ''}</span>
          <span>
            <button
              type="button"
              className="plain-button quiet"
              aria-label={isOff ? `Use ${path} again` : `Ignore ${path}`}
              onClick={() => send({ edit: 'projectFile', path, on: isOff ? 'on' : 'off' })}
            >
              {isOff ? 'believe it' : 'disregard'}
            </button>
          </span>
        </div>
      ))}
      {sheet.projectFiles.length > shows && (
        <button type="button" className="plain-button quiet" onClick={() => setShows(Infinity)}>
          {figure(sheet.projectFiles.length - shows)} more
        </button>
      )}
      {sheet.roots.map(({ root, from, setting }) => (
        <div key={`${root} ${setting}`} className="sheet-row">
          <span className="mono">{root === '.' ? 'the root' : root}</span>
          <span className="faded">
            <span className="mono">{setting}</span> of {from}
          </span>
          <span />
        </div>
      ))}
      <LinesForm
        lines={sheet.rules.sourceRoots}
        onSet={(sourceRoots) => send({ edit: 'roots', sourceRoots })}
      >
        Source roots and include paths: further folders to resolve imports and includes from, one per line
      </LinesForm>
    </section>
  );
}

/** Macros that the build of C and C++ defines, where the codebase itself does not. */
export function DefinedMacros({ sheet }: { sheet: IntakeSheet }) {
  const { send } = useEdit();
  if (!sheet.takesMacros) return null;
  return (
    <section className="block">
      <h2>
        <span>Macros of the build</span>
      </h2>
      <LinesForm
        lines={sheet.rules.defines}
        placeholder="EXPORTED="
        onSet={(defines) => send({ edit: 'defines', defines })}
      >
        Macros that the build defines for C and C++, one per line: <span className="mono">NAME</span>,{' '}
        <span className="mono">NAME=text</span> or <span className="mono">NAME(x)=text</span>
      </LinesForm>
    </section>
  );
}

/** The branch, tag or commit that is read of a repository. */
export function RefField({ codebase }: { codebase: Codebase }) {
  const { send } = useEdit();
  const [ref, setRef] = useState(codebase.ref ?? '');
  if (codebase.kind !== 'repository' && codebase.kind !== 'remote') return null;
  return (
    <form
      className="ref-form"
      onSubmit={(event) => {
        event.preventDefault();
        send({ edit: 'ref', ref });
      }}
    >
      <input
        className="field mono"
        aria-label="Branch, tag or commit"
        placeholder="HEAD"
        spellCheck={false}
        value={ref}
        onChange={({ target }) => setRef(target.value)}
      />
      <Button type="submit" disabled={ref === (codebase.ref ?? '')}>
        Read this branch, tag or commit
      </Button>
    </form>
  );
}
