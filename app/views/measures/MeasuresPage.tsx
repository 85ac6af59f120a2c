import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useCallback, useState } from 'react';
import type { MeasureHeader, MeasuresTable } from '../../../server/views/measuresView.ts';
import { arrangementWords } from '../../../server/views/graphQuery/arrangementWords.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import {
  ArrangementPart,
  Caption,
  CaptionEnd,
  ListsPart,
  ParameterChoice,
  ScopePart,
  TestsPart,
} from '../../frame/Caption.tsx';
import { DepthPart } from '../../frame/DepthPart.tsx';
import { onDemand } from '../../frame/onDemand.tsx';
import { counted, figure } from '../../state/figures.ts';
import type { MeasuresState } from '../../../server/views/measuresQuery.ts';
import { useShortlists } from '../../frame/shortlists/Shortlists.tsx';
import { useSearchParams } from 'react-router';
import { measureInSentence } from '../../state/measureInSentence.ts';
import { usePicture } from '../../state/usePicture.ts';
import { useTyped } from '../../state/useTyped.ts';
import { fromBase } from '../../state/base.ts';
import { ownFetch } from '../../state/ownFetch.ts';
import './measures.css';

const MeasuresGrid = onDemand(async () => (await import('./MeasuresGrid.tsx')).MeasuresGrid);
const ColumnChooser = onDemand(async () => (await import('./ColumnChooser.tsx')).ColumnChooser);

const kindOptions = [
  { value: 'file', label: 'files' },
  { value: 'routine', label: 'routines' },
  { value: 'type', label: 'types' },
  { value: 'group', label: 'groups' },
];

/** Elements of one kind with their measures, a bar in each cell. Sorting and paging are done by the server. */
export function MeasuresPage({
  query,
  table,
  catalogue,
  scope,
  codebaseId,
}: {
  query: MeasuresState;
  table: MeasuresTable;
  catalogue: MeasureHeader[];
  scope: ScopeChoice;
  codebaseId: string;
}) {
  const { change, by } = usePicture();
  // As it stands in the bar, which a link has room for.
  const [address] = useSearchParams();
  const noun = query.kind === 'group' ? arrangementWords[by].one : query.kind;
  const { offer } = useShortlists();
  const [choosing, setChoosing] = useState(false);
  const shortlistAll = async (): Promise<void> => {
    const response = await ownFetch(`/codebases/${codebaseId}/measures.csv?${address}`);
    // Read only where somebody wants it: a page is painted without it.
    const { keysIn } = await import('../../../server/export/keyLists.ts');
    const keys = keysIn(await response.text());
    offer({ suggested: `${noun}s measured`, count: keys.length, keys });
  };
  return (
    <>
      <Caption>
        The{' '}
        <ParameterChoice
          label="kind of element"
          name="of"
          options={kindOptions}
          value={query.kind}
          also={{ sort: null, column: null, page: null, descending: null, levels: null }}
        />
        {' of '}
        <ScopePart scope={scope} />, <ArrangementPart scope={scope} />
        {query.kind === 'group' && query.filter === '' && (
          <DepthPart
            name="levels"
            levels={table.levels}
            mostLevels={table.mostLevels}
            every="at every level"
            also={{ page: null }}
          />
        )}
        , sorted by{' '}
        <ParameterChoice
          label="sorted by"
          name="sort"
          options={[
            ...table.columns.map((measure) => ({ value: measure.id, label: measureInSentence(measure) })),
            { value: 'name', label: 'name' },
          ]}
          value={query.sort}
          also={{ page: null }}
        />
        ; tests <TestsPart />
        <ListsPart />
        <CaptionEnd />
      </Caption>
      <div className="measures-tools">
        <FilterBox key={query.kind} filter={query.filter} />
        <Button onClick={() => setChoosing(true)}>Choose measures</Button>
        <Button component="a" href={fromBase(`/codebases/${codebaseId}/measures.csv?${address}`)} download>
          Export as CSV
        </Button>
        <Button disabled={table.count === 0} onClick={() => void shortlistAll()}>
          Shortlist all {figure(table.count)}
        </Button>
        <span className="faded">
          {counted(table.count, noun)}
          {table.pages > 1 && `, page ${table.page + 1} of ${table.pages}`}
        </span>
      </div>
      <div className="picture">
        <MeasuresGrid query={query} table={table} codebaseId={codebaseId} />
      </div>
      {choosing && (
        <ColumnChooser
          catalogue={catalogue}
          chosen={query.columns}
          onClose={() => setChoosing(false)}
          onChoose={(columns) =>
            change({ column: columns, sort: columns.includes(query.sort) ? query.sort : null })
          }
        />
      )}
    </>
  );
}

/** Narrows the table as one types, without a step in the history for each letter. */
function FilterBox({ filter }: { filter: string }) {
  const { change } = usePicture();
  const send = useCallback(
    (text: string) => change({ filter: text === '' ? null : text, page: null }, { replace: true }),
    [change],
  );
  const [typed, type] = useTyped(filter, send);
  return (
    <TextField
      value={typed}
      onChange={({ target }) => type(target.value)}
      placeholder="Filter by name or path"
      slotProps={{ htmlInput: { 'aria-label': 'Filter by name or path', className: 'mono', maxLength: 500 } }}
    />
  );
}
