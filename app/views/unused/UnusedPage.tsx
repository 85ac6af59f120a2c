import { useMemo } from 'react';
import { unusedClasses } from '../../../core/judge/unusedClasses.ts';
import { doubtSentences, doubtWords, unusedWords } from '../../../server/views/unusedWords.ts';
import type { UnusedPage as Page, UnusedRow } from '../../../server/views/unusedView.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import { Caption, ParameterChoice, ScopePart } from '../../frame/Caption.tsx';
import { ElementName } from '../../frame/ElementName.tsx';
import { CutName, NamedList } from '../../frame/names/Names.tsx';
import { useShortlists } from '../../frame/shortlists/Shortlists.tsx';
import { counted, figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { useRulesEdit, type RulesEditor } from '../../state/useRulesEdit.ts';
import './unused.css';

/** Files, types and routines that no entry point reaches, the largest first; what is one after all is said to be. */
export function UnusedPage({ scope, ...page }: Page & { scope: ScopeChoice }) {
  const { rows, total, codeLines, allLines, counts, pages, page: part, revision } = page;
  const { change } = usePicture();
  const { offer } = useShortlists();
  const editor = useRulesEdit(revision);
  const keys = useMemo(() => rows.map(({ key }) => key), [rows]);
  const shows = [
    { value: 'all', label: 'of every class' },
    ...unusedClasses.map((each) => ({
      value: each,
      label: `${unusedWords[each]} (${figure(counts[each])})`,
    })),
  ];
  return (
    <>
      <Caption>
        Unused files, types and routines of <ScopePart scope={scope} />,{' '}
        <ParameterChoice label="class" name="show" options={shows} value={page.show} also={{ page: null }} />,
        largest first.
      </Caption>
      <div className="view-tools">
        <span>
          <b>{counted(total, 'element')}</b>, {counted(codeLines, 'line')} of code,{' '}
          {((100 * codeLines) / Math.max(1, allLines)).toFixed(1)} % of {counted(allLines, 'line')} of
          production code
        </span>
        <span className="push" />
        {pages > 1 && (
          <>
            <button
              type="button"
              className="chip"
              disabled={part === 0}
              onClick={() => change({ page: String(part - 1) })}
            >
              Previous
            </button>
            <span>
              {figure(part + 1)} of {figure(pages)}
            </span>
            <button
              type="button"
              className="chip"
              disabled={part + 1 === pages}
              onClick={() => change({ page: String(part + 1) })}
            >
              Next
            </button>
          </>
        )}
        <button
          type="button"
          className="chip"
          disabled={rows.length === 0}
          onClick={() => offer({ suggested: 'unused', count: keys.length, keys })}
        >
          To a shortlist
        </button>
      </div>
      {editor.problem !== null && (
        <p className="against unused-entry-points" role="alert">
          {editor.problem}
        </p>
      )}
      <EntryPoints page={page} editor={editor} />
      <div className="page unused-list" tabIndex={0} data-picture role="region" aria-label="Unused code">
        {rows.length === 0 && (
          <p className="faded">Every file, type and routine here is used from an entry point.</p>
        )}
        <NamedList all={rows}>
          {rows.map((row) => (
            <Row key={row.key} row={row} editor={editor} />
          ))}
        </NamedList>
      </div>
    </>
  );
}

function Row({ row, editor }: { row: UnusedRow; editor: RulesEditor }) {
  return (
    <div className="unused-row">
      <span className="mono unused-lines">{figure(row.codeLines)}</span>
      <span className="unused-name">
        <ElementName element={row} />
      </span>
      <span className="faded mono unused-file">
        <CutName name={row.file} />
      </span>
      <span className="faded" title={row.doubt === null ? undefined : doubtSentences[row.doubt]}>
        {row.kind}: {unusedWords[row.class]}
        {row.doubt !== null && `: ${doubtWords[row.doubt]}`}
      </span>
      <button
        type="button"
        className="plain-button link"
        title={`Make ${row.file} an entry point, so that it and everything it uses count as used`}
        onClick={() =>
          editor.edit(`added the entry point ${row.file}`, { do: 'addEntry', pattern: row.file })
        }
      >
        Add entry point
      </button>
    </div>
  );
}

/** Entry points: those that were found, and those that people added, each to be removed. */
function EntryPoints({
  page: { entryPoints, said, libraries },
  editor,
}: {
  page: Page;
  editor: RulesEditor;
}) {
  return (
    <div className="unused-entry-points faded">
      Entry points:{' '}
      {entryPoints.length === 0
        ? 'none found'
        : entryPoints.map(({ role, count }) => `${counted(count, role)}`).join(', ')}
      {said.length > 0 && '; added: '}
      {said.map((pattern) => (
        <span key={pattern} className="mono unused-said">
          {pattern}
          <button
            type="button"
            className="plain-button"
            aria-label={`Remove the entry point ${pattern}`}
            onClick={() => editor.edit(`removed the entry point ${pattern}`, { do: 'takeEntryOut', pattern })}
          >
            ×
          </button>
        </span>
      ))}
      .{' '}
      {libraries > 0 &&
        `${counted(libraries, 'file')} of libraries: everything public in them counts as used. `}
      Frameworks and reflection may use code that nothing references.{' '}
      <form
        className="unused-add"
        onSubmit={(event) => {
          event.preventDefault();
          const pattern = new FormData(event.currentTarget).get('pattern') as string;
          editor.edit(`added the entry point ${pattern}`, { do: 'addEntry', pattern });
          event.currentTarget.reset();
        }}
      >
        <input
          className="field"
          name="pattern"
          aria-label="Files that are entry points"
          placeholder="app/routes/**"
          required
        />
        <button type="submit" className="chip" disabled={editor.isBusy}>
          Add entry point
        </button>
      </form>
    </div>
  );
}
