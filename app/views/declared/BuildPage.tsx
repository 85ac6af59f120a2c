import type { DeclaredPage, DeclaredRow } from '../../../server/views/declaredView.ts';
import { csvOf } from '../../../server/export/csv.ts';
import { Caption, CaptionEnd, ParameterChoice, TestsPart } from '../../frame/Caption.tsx';
import { ElementName } from '../../frame/ElementName.tsx';
import { NamedList } from '../../frame/names/Names.tsx';
import { counted, figure } from '../../state/figures.ts';
import { saveFile } from '../../state/saveFile.ts';
import { usePicture } from '../../state/usePicture.ts';
import './declared.css';

const stateWords: Record<DeclaredRow['state'], string> = {
  undeclared: 'used, not declared',
  through: 'used, declared only by another module',
  unused: 'declared, not used',
  onlyTests: 'declared for all code, used only by tests',
  unread: 'not judged: a build file is only partly read',
  asDeclared: 'used as declared',
};

/** What build modules declare of each other, held against what their code uses. */
export function BuildPage({ page }: { page: DeclaredPage }) {
  const { rows, counts, show, modules } = page;
  const shows = [
    { value: 'faults', label: 'where the two differ' },
    ...Object.entries(stateWords).map(([value, label]) => ({
      value,
      label: `${label} (${figure(counts[value as DeclaredRow['state']])})`,
    })),
  ];
  const save = (): void => {
    const lines = rows.map(({ from, to, state, references, ofTests, path }) => [
      ...[from.key, to.key, state, references, ofTests],
      path.join(' '),
    ]);
    const text = csvOf([['from', 'to', 'state', 'references', 'ofTests', 'through'], ...lines]);
    saveFile(new Blob([text], { type: 'text/csv' }), 'build-dependencies.csv');
  };
  return (
    <>
      <Caption>
        Dependencies between the {counted(modules, 'build module')}, as declared and as used,{' '}
        <ParameterChoice label="which" name="show" options={shows} value={show} usual="faults" />; tests{' '}
        <TestsPart />
        <CaptionEnd />
      </Caption>
      <div className="view-tools">
        <span>
          <b>{counted(counts.undeclared, 'dependency', 'dependencies')}</b> undeclared,{' '}
          {figure(counts.unused)} unused, {figure(counts.onlyTests)} used only by tests,{' '}
          {figure(counts.through)} declared only by another module, {figure(counts.asDeclared)} as declared
          {counts.unread > 0 && <>, {figure(counts.unread)} not judged</>}
        </span>
        <span className="push" />
        <button type="button" className="chip" disabled={rows.length === 0} onClick={save}>
          Export as CSV
        </button>
      </div>
      <div className="page build-list" tabIndex={0} data-picture role="region" aria-label="Build modules">
        {rows.length === 0 ? (
          <Empty modules={modules} unread={counts.unread} />
        ) : (
          <NamedList all={rows.flatMap(({ from, to }) => [from, to])}>
            <table>
              <thead>
                <tr>
                  <th>Build module</th>
                  <th>Other build module</th>
                  <th>Declared and used</th>
                  <th className="count">References</th>
                  <th className="count">Of tests</th>
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => (
                  <Row key={`${row.from.key} ${row.to.key}`} row={row} />
                ))}
              </tbody>
            </table>
          </NamedList>
        )}
      </div>
    </>
  );
}

function Row({ row: { from, to, state, references, ofTests, path } }: { row: DeclaredRow }) {
  const { change } = usePicture();
  const isFault = state === 'undeclared';
  const read = (tests: 'in' | null): void =>
    change({
      ...{ by: 'modules', grain: null, kinds: null, certainty: null, list: null, tests },
      ...{ from: from.end, to: to.end, via: null, dossier: null },
    });
  return (
    <tr>
      <td>
        <ElementName element={from} />
      </td>
      <td>
        <ElementName element={to} />
      </td>
      <td
        className={isFault ? 'against' : state === 'asDeclared' || state === 'unread' ? 'faded' : 'caution'}
      >
        {stateWords[state]}
        {path.length > 0 && <span className="faded mono"> {path.join(' → ')}</span>}
      </td>
      <td className="count">
        <Places count={references} onRead={() => read(null)} />
      </td>
      <td className="count">
        <Places count={ofTests} onRead={() => read('in')} />
      </td>
    </tr>
  );
}

function Places({ count, onRead }: { count: number; onRead: () => void }) {
  if (count === 0) return <span className="faded">0</span>;
  return (
    <button type="button" className="plain-button link mono" onClick={onRead}>
      {figure(count)}
    </button>
  );
}

function Empty({ modules, unread }: { modules: number; unread: number }) {
  return (
    <div className="empty">
      <h1>{modules < 2 ? 'No build modules to compare' : 'Nothing of this kind'}</h1>
      <p className="faded">
        {modules < 2
          ? 'This list needs at least two build modules, from project files of Maven, Gradle, npm, C#, CMake or Python.'
          : unread > 0
            ? `${counted(unread, 'dependency', 'dependencies')} not judged, because a build file was only partly read.`
            : 'Declared and used dependencies agree, under these filters.'}
      </p>
    </div>
  );
}
