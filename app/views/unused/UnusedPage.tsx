import { useMemo } from 'react';
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

const certaintyWords: Record<UnusedRow['certainty'], string> = {
  sure: 'nothing refers to it',
  likely: 'only what is unused itself refers to it',
  doubtful: 'may be called by name, or linked to',
};

/** Files, types and routines that no entry point reaches, the largest first; what is one after all is said to be. */
export function UnusedPage({ scope, ...page }: Page & { scope: ScopeChoice }) {
  const { rows, total, codeLines, allLines, counts, pages, page: part, revision } = page;
  const { change } = usePicture();
  const { offer } = useShortlists();
  const editor = useRulesEdit(revision);
  const keys = useMemo(() => rows.map(({ key }) => key), [rows]);
  const shows = [
    { value: 'all', label: 'however sure that is' },
    { value: 'sure', label: `that nothing refers to (${figure(counts.sure)})` },
    { value: 'likely', label: `that only unused code refers to (${figure(counts.likely)})` },
    { value: 'doubtful', label: `of which that is doubtful (${figure(counts.doubtful)})` },
    { value: 'onlyTests', label: `that tests alone reach (${figure(counts.onlyTests)})` },
  ];
  return (
    <>
      <Caption>
        Files, types and routines of <ScopePart scope={scope} /> that no entry point reaches,{' '}
        <ParameterChoice label="which" name="show" options={shows} value={page.show} also={{ page: null }} />,
        the largest first.
      </Caption>
      <div className="view-tools">
        <span>
          <b>{counted(total, 'element')}</b>, {counted(codeLines, 'line')} of code,{' '}
          {((100 * codeLines) / Math.max(1, allLines)).toFixed(1)} % of {figure(allLines)} lines of production
          code
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
              Before
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
        <p className="against unused-begins" role="alert">
          {editor.problem}
        </p>
      )}
      <Begins page={page} editor={editor} />
      <div className="page unused-list" tabIndex={0} data-picture role="region" aria-label="Unused code">
        {rows.length === 0 && <p className="faded">All of it is reached from where the outside begins.</p>}
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
      <span className="faded">
        {row.kind}: {row.onlyTests ? 'tests alone reach it' : certaintyWords[row.certainty]}
      </span>
      <button
        type="button"
        className="plain-button link"
        title={`The outside begins at ${row.file}: it and what it reaches are used`}
        onClick={() => editor.edit(`${row.file} is an entry`, { do: 'addEntry', pattern: row.file })}
      >
        It is used
      </button>
    </div>
  );
}

/** Where the outside begins: what was found, and what people said, each to be taken back. */
function Begins({ page: { begins, said, libraries }, editor }: { page: Page; editor: RulesEditor }) {
  return (
    <div className="unused-begins faded">
      It begins at{' '}
      {begins.length === 0
        ? 'no entry point that was found'
        : begins.map(({ role, count }) => `${counted(count, role)}`).join(', ')}
      {said.length > 0 && ', and as said at '}
      {said.map((pattern) => (
        <span key={pattern} className="mono unused-said">
          {pattern}
          <button
            type="button"
            className="plain-button"
            aria-label={`${pattern} is no entry`}
            onClick={() => editor.edit(`${pattern} is no entry`, { do: 'takeEntryOut', pattern })}
          >
            ×
          </button>
        </span>
      ))}
      .{' '}
      {libraries > 0 &&
        `${counted(libraries, 'file')} of parts without one: there, all that is public counts as one. `}
      Computed imports, reflection and frameworks may use what nothing refers to.{' '}
      <form
        className="unused-add"
        onSubmit={(event) => {
          event.preventDefault();
          const pattern = new FormData(event.currentTarget).get('pattern') as string;
          editor.edit(`${pattern} is an entry`, { do: 'addEntry', pattern });
          event.currentTarget.reset();
        }}
      >
        <input
          className="field"
          name="pattern"
          aria-label="Files at which the outside begins"
          placeholder="app/routes/**"
          required
        />
        <button type="submit" className="chip" disabled={editor.isBusy}>
          The outside begins there
        </button>
      </form>
    </div>
  );
}
