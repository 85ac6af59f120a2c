import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { DataGrid, type GridColDef } from '@mui/x-data-grid';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { parseGroupKey } from '../../../core/arrangement/arrangement.ts';
import type { MeasureHeader, MeasuresRow, MeasuresTable } from '../../../server/views/measuresView.ts';
import { arrangementWords } from '../../../server/views/picture/arrangementWords.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import { keysIn } from '../../../server/export/keyLists.ts';
import {
  ArrangementPart,
  Caption,
  ListsPart,
  ParameterChoice,
  ScopePart,
  TestsPart,
} from '../../frame/Caption.tsx';
import { groupText } from '../../frame/groupText.ts';
import { useElementMenu } from '../../frame/ElementMenu.tsx';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { counted, figure } from '../../state/figures.ts';
import type { MeasuresState } from '../../../server/views/measuresQuery.ts';
import { useShortlists } from '../../frame/shortlists/Shortlists.tsx';
import { usePicture } from '../../state/usePicture.ts';
import { ColumnChooser } from './ColumnChooser.tsx';
import { MeasureCell } from './MeasureCell.tsx';
import './measures.css';

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
  const { params, change, focus, focusOn, by } = usePicture();
  const noun = query.kind === 'group' ? arrangementWords[by].one : query.kind;
  const links = useElementLinks(codebaseId);
  const navigate = useNavigate();
  const openMenu = useElementMenu();
  const { offer } = useShortlists();
  const [choosing, setChoosing] = useState(false);
  const columns = useMemo(() => gridColumns(table, query.kind), [table, query.kind]);
  const shortlistAll = async (): Promise<void> => {
    const response = await fetch(`/codebases/${codebaseId}/measures.csv?${params}`);
    const keys = keysIn(await response.text());
    offer({ suggested: `${noun}s measured`, count: keys.length, keys });
  };
  const goIn = (row: MeasuresRow): void => {
    const target = links.goIn(row);
    if (target !== null) void navigate(target);
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
          also={{ sort: null, column: null, page: null, descending: null }}
        />
        , <ArrangementPart scope={scope} />, in <ScopePart scope={scope} />, tests <TestsPart />, by{' '}
        <ParameterChoice
          label="sorted by"
          name="sort"
          options={[
            ...table.columns.map(({ id, name }) => ({ value: id, label: name.toLowerCase() })),
            { value: 'name', label: 'name' },
          ]}
          value={query.sort}
          also={{ page: null }}
        />
        <ListsPart />.
      </Caption>
      <div className="measures-tools">
        <FilterBox key={query.kind} initial={query.filter} />
        <Button onClick={() => setChoosing(true)}>Choose columns</Button>
        <Button component="a" href={`/codebases/${codebaseId}/measures.csv?${params}`} download>
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
        <DataGrid
          className="measures-grid"
          rows={table.rows}
          columns={columns}
          getRowId={(row) => row.key}
          rowHeight={27}
          rowBufferPx={54}
          columnHeaderHeight={44}
          disableColumnMenu
          disableColumnFilter
          disableColumnSelector
          hideFooterSelectedRowCount
          sortingMode="server"
          sortingOrder={['desc', 'asc']}
          sortModel={[{ field: query.sort, sort: query.descending ? 'desc' : 'asc' }]}
          onSortModelChange={([by]) => {
            if (by) change({ sort: by.field, descending: by.sort === 'asc' ? 'no' : null, page: null });
          }}
          paginationMode="server"
          rowCount={table.count}
          paginationModel={{ page: table.page, pageSize: 100 }}
          pageSizeOptions={[100]}
          onPaginationModelChange={({ page }) => change({ page: page === 0 ? null : String(page) })}
          hideFooter={table.pages === 1}
          rowSelectionModel={{ type: 'include', ids: new Set(focus === null ? [] : [focus]) }}
          onRowClick={({ row }) => focusOn((row as MeasuresRow).key)}
          onRowDoubleClick={({ row }) => goIn(row as MeasuresRow)}
          onCellKeyDown={({ row }, event) => {
            if (event.key !== 'Enter') return;
            if (focus === (row as MeasuresRow).key) goIn(row as MeasuresRow);
            else focusOn((row as MeasuresRow).key);
          }}
          slotProps={{
            row: {
              onContextMenu: (event) => {
                const row = table.rows.find(({ key }) => key === event.currentTarget.getAttribute('data-id'));
                if (!row) return;
                event.preventDefault();
                openMenu(row, { left: event.clientX, top: event.clientY });
              },
            },
          }}
          localeText={{
            noRowsLabel:
              query.filter === ''
                ? `There are no ${query.kind}s here. Choose a folder further up in the sentence above.`
                : `No ${query.kind} has “${query.filter}” in its name or path.`,
          }}
        />
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
function FilterBox({ initial }: { initial: string }) {
  const { change } = usePicture();
  const [typed, setTyped] = useState(initial);
  useEffect(() => {
    if (typed === initial) return;
    const timer = setTimeout(
      () => change({ filter: typed === '' ? null : typed, page: null }, { replace: true }),
      120,
    );
    return () => clearTimeout(timer);
  }, [typed, initial, change]);
  return (
    <TextField
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      placeholder="Filter by name or path"
      slotProps={{ htmlInput: { 'aria-label': 'Filter by name or path', className: 'mono' } }}
    />
  );
}

/** That the shortlist marks it, and that there are notes on it. */
function RowMarks({ row: { isMarked, isNoted } }: { row: MeasuresRow }) {
  return (
    <>
      {isMarked && (
        <span className="mark" title="Marked by the shortlist">
          ◆
        </span>
      )}
      {isNoted && (
        <span className="mark" title="There are notes on it">
          ✎
        </span>
      )}
    </>
  );
}

function gridColumns(table: MeasuresTable, kind: string): GridColDef<MeasuresRow>[] {
  const name: GridColDef<MeasuresRow> = {
    field: 'name',
    headerName:
      kind === 'routine' || kind === 'type'
        ? `${kind[0].toUpperCase()}${kind.slice(1)} and its file`
        : kind === 'group'
          ? 'Group'
          : 'Path',
    flex: 3,
    minWidth: 240,
    valueGetter: (_, row) => row.key,
    renderCell: ({ row }) =>
      row.kind === 'routine' || row.kind === 'type' ? (
        <span className="measured-name" title={row.key}>
          <b>{row.key.slice(row.key.indexOf('#') + 1)}</b> <RowMarks row={row} />{' '}
          <span className="faded">{row.file}</span>
        </span>
      ) : (
        <span className="measured-name" title={row.key}>
          {row.kind === 'file' ? row.key : groupText(row)} <RowMarks row={row} />
          {row.kind === 'group' && parseGroupKey(row.key)?.id === 'modules' && (
            <span className="faded">{parseGroupKey(row.key)!.name}</span>
          )}
        </span>
      ),
  };
  return [
    name,
    ...table.columns.map((column, index): GridColDef<MeasuresRow> => {
      const unit =
        column.unit === '' || column.name.toLowerCase().includes(column.unit) ? '' : `, ${column.unit}`;
      return {
        field: column.id,
        headerName: `${column.name}${unit}`,
        description: `${column.definition} (${column.source})`,
        flex: 1,
        minWidth: 86,
        type: 'number',
        align: 'right',
        headerAlign: 'right',
        valueGetter: (_, row) => row.values[index],
        renderCell: ({ row }) => (
          <MeasureCell
            value={row.values[index]}
            largest={column.largest}
            text={cellText(row.values[index], column.decimals)}
          />
        ),
      };
    }),
  ];
}

function cellText(value: number | null, decimals: number): string {
  return value === null ? '–' : figure(value, decimals);
}
