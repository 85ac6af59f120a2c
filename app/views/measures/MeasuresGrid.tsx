import { DataGrid, type GridColDef } from '@mui/x-data-grid';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { parseGroupKey } from '../../../core/arrangement/arrangement.ts';
import type { MeasuresState } from '../../../server/views/measuresQuery.ts';
import type { MeasuresRow, MeasuresTable } from '../../../server/views/measuresView.ts';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { useElementMenu } from '../../frame/ElementMenu.tsx';
import { MarkedName } from '../../frame/marks/MarkedName.tsx';
import { CutName } from '../../frame/names/Names.tsx';
import { namesApart } from '../../../server/views/graphQuery/namesApart.ts';
import '../../frame/names/names.css';
import { groupText } from '../../../server/views/graphQuery/groupText.ts';
import { figure } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { MeasureCell } from './MeasureCell.tsx';

/** The rows of a page with a bar in each cell. Sorting and paging are done by the server. */
export function MeasuresGrid({
  query,
  table,
  codebaseId,
}: {
  query: MeasuresState;
  table: MeasuresTable;
  codebaseId: string;
}) {
  const { change, focus, focusOn } = usePicture();
  const links = useElementLinks(codebaseId);
  const navigate = useNavigate();
  const openMenu = useElementMenu();
  const columns = useMemo(() => gridColumns(table, query.kind), [table, query.kind]);
  const goIn = (row: MeasuresRow): void => {
    const target = links.goIn(row);
    if (target !== null) void navigate(target);
  };
  return (
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
            ? `There are no ${query.kind}s here. Choose a larger folder in the caption.`
            : `No ${query.kind} has “${query.filter}” in its name or path.`,
      }}
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
  const names = new Map(namesApart(table.rows).map((name, i) => [table.rows[i].key, name]));
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
          <b>
            <MarkedName of={row.key} name={names.get(row.key)!} />
          </b>
          <RowMarks row={row} />
          <span className="faded">
            <CutName name={row.file ?? ''} />
          </span>
        </span>
      ) : (
        <span className="measured-name" title={row.key}>
          <MarkedName of={row.key} name={row.kind === 'file' ? row.key : groupText(row)} />
          <RowMarks row={row} />
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
