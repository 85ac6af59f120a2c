import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useMemo, useRef, useState, type ReactNode, type RefObject } from 'react';
import { Link } from 'react-router';
import type { FileOutline, OutlineRow } from '../../../server/views/outlineView.ts';
import { ElementName } from '../../frame/ElementName.tsx';
import { MarkedName } from '../../frame/marks/MarkedName.tsx';
import { NamedList } from '../../frame/names/Names.tsx';
import { shortNames } from '../../../server/views/graphQuery/namesApart.ts';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { counted } from '../../state/figures.ts';
import { dependencyWords, visibilityMarks } from '../../state/words.ts';

/** The accessors of one property bear one name. */
const accessorWords: Record<string, string | undefined> = { getter: 'get', setter: 'set' };

/** What stands in a type as a matter of course needs no word: its figure and its mark say what it is. */
const usualForms = new Set(['method', 'constructor', 'property', 'function', 'member']);

type Order = 'source' | 'name' | 'complexity' | 'lines';
const orders: Record<Order, string> = {
  source: 'as it stands',
  name: 'by name',
  complexity: 'by complexity',
  lines: 'by code lines',
};

const nothing: FileOutline = { path: '', rows: [], imports: [], importedBy: [] };

/** Nested declarations of a file, filtered and ordered as one likes, and what it imports and is imported by. */
export function Outline({
  path,
  outline,
  codebaseId,
  focus,
  place,
  onFocus,
}: {
  path: string;
  /** Null until it has come: the text does not wait for it. */
  outline: FileOutline | null;
  codebaseId: string;
  focus: string | null;
  /** The declaration that is being read. */
  place: string | null;
  onFocus: (key: string) => void;
}) {
  const links = useElementLinks(codebaseId);
  // What was typed for one file hides nothing of the next.
  const [typed, setTyped] = useState({ path, filter: '' });
  const filter = typed.path === path ? typed.filter : '';
  const [order, setOrder] = useState<Order>('source');
  const [withInherited, setWithInherited] = useState(false);
  const { rows: all } = outline ?? nothing;
  const rows = useMemo(
    () => outlineRows(all, { filter, order, withInherited }),
    [all, filter, order, withInherited],
  );
  const names = useMemo(() => shortNames(rows, ({ key }) => holderOf(key)), [rows]);
  const inheritedCount = all.filter(({ from }) => from !== null).length;
  const list = useRef<HTMLDivElement>(null);
  return (
    <div className="outline" aria-label="Outline" ref={list}>
      <div className="outline-tools">
        <input
          className="field"
          aria-label="Filter the outline"
          placeholder="Filter the outline"
          value={filter}
          onChange={({ target }) => setTyped({ path, filter: target.value })}
        />
        <select
          className="field"
          aria-label="Order of the outline"
          value={order}
          onChange={({ target }) => setOrder(target.value as Order)}
        >
          {Object.entries(orders).map(([value, label]) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </select>
        {inheritedCount > 0 && (
          <label>
            <input
              type="checkbox"
              checked={withInherited}
              onChange={({ target }) => setWithInherited(target.checked)}
            />
            {counted(inheritedCount, 'inherited member')} too
          </label>
        )}
      </div>
      <h2>
        <span>Outline</span>
        <span>{order === 'lines' ? 'code lines' : 'complexity'}</span>
      </h2>
      <OutlineRows
        rows={rows}
        place={place}
        scroller={list}
        render={(row, at) => (
          <OutlineLine
            row={row}
            name={names[at]}
            isNested={order === 'source'}
            figure={order === 'lines' ? row.codeLines : row.cyclomatic}
            isFocus={row.key === focus}
            isHere={isHere(row, place)}
            to={links.source(row)!}
            onFocus={onFocus}
          />
        )}
      />
      {rows.length === 0 && (
        <p className="faded">
          {outline === null ? 'Loading.' : all.length === 0 ? 'It has no declarations.' : 'No name matches.'}
        </p>
      )}
      {outline !== null && <FilesAround path={path} outline={outline} codebaseId={codebaseId} />}
    </div>
  );
}

/** What the file imports, and what imports it. */
function FilesAround({
  path,
  outline: { imports, importedBy },
  codebaseId,
}: {
  path: string;
  outline: FileOutline;
  codebaseId: string;
}) {
  const links = useElementLinks(codebaseId);
  return (
    <>
      <h2>
        <span>Imports {counted(imports.length, 'file', 'files and externals')}</span>
        <span>line</span>
      </h2>
      <NamedList all={imports}>
        {imports.map((element, index) => (
          <div key={index} className="outline-row" title={dependencyWords[element.dependency]}>
            <span className="import-name">
              <ElementName element={element} />
              {element.dependency !== 'import' && (
                <span className="faded"> {dependencyWords[element.dependency]}</span>
              )}
            </span>
            <Link to={links.place(path, element.line)}>{element.line}</Link>
          </div>
        ))}
      </NamedList>
      <h2>
        <span>Imported by {counted(importedBy.length, 'file')}</span>
        <span>line</span>
      </h2>
      <NamedList all={importedBy}>
        {importedBy.map((element, index) => (
          <div key={index} className="outline-row">
            <ElementName element={element} />
            <Link to={links.place(element.key, element.line)}>{element.line}</Link>
          </div>
        ))}
      </NamedList>
    </>
  );
}

const isHere = (row: OutlineRow, place: string | null): boolean => row.key === place && row.from === null;

/** The height of a line of the outline, in pixels, as the style has it. */
const LINE = 23;
/** A page that is drawn before it is measured shows so much of the outline. */
const FIRST_HEIGHT = 800;

/** Of the lines of an outline those that are in sight: a file may declare tens of thousands. */
function OutlineRows({
  rows,
  place,
  scroller,
  render,
}: {
  rows: readonly OutlineRow[];
  place: string | null;
  scroller: RefObject<HTMLDivElement | null>;
  render: (row: OutlineRow, at: number) => ReactNode;
}) {
  const [margin, setMargin] = useState(0);
  const area = useRef<HTMLDivElement>(null);
  const lines = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => LINE,
    overscan: 20,
    scrollMargin: margin,
    initialRect: { width: 0, height: FIRST_HEIGHT },
  });
  useLayoutEffect(() => setMargin(area.current?.offsetTop ?? 0), []);
  const here = useMemo(() => rows.findIndex((row) => isHere(row, place)), [rows, place]);
  useEffect(() => {
    if (here >= 0) lines.scrollToIndex(here);
  }, [here, lines]);
  return (
    <div ref={area} className="outline-lines" style={{ height: lines.getTotalSize() }}>
      {lines.getVirtualItems().map(({ index, start }) => (
        <div key={index} style={{ transform: `translateY(${start - margin}px)` }}>
          {render(rows[index], index)}
        </div>
      ))}
    </div>
  );
}

function OutlineLine({
  row,
  name,
  isNested,
  figure,
  isFocus,
  isHere,
  to,
  onFocus,
}: {
  row: OutlineRow;
  /** Its name, told apart from those beside it. */
  name: string;
  isNested: boolean;
  figure: number | null;
  isFocus: boolean;
  isHere: boolean;
  to: string;
  onFocus: (key: string) => void;
}) {
  return (
    <div
      data-place={isHere ? 'here' : undefined}
      className={`outline-row${isFocus ? ' current' : ''}${row.from ? ' from-above' : ''}`}
      style={{ paddingLeft: 6 + 12 * (isNested ? Math.min(6, row.depth) : 0) }}
    >
      <Link
        to={to}
        replace
        discover="none"
        className="element"
        title={`${row.name}${row.takes === undefined ? '' : `(${row.takes})`}: ${row.visibility}${row.isStatic ? ', static' : ''}${row.isAbstract ? ', abstract' : ''} ${row.form}, lines ${row.startLine}–${row.endLine}${row.from ? `, from ${row.from.name}` : ''}`}
        onClick={() => onFocus(row.key)}
      >
        <span className="faded visibility">{visibilityMarks[row.visibility]}</span>
        <span className={row.isAbstract ? 'abstract' : undefined}>
          <MarkedName of={row.key} name={name} />
        </span>
        <span className="faded">
          {row.from
            ? `of ${row.from.name}`
            : usualForms.has(row.form)
              ? ''
              : (accessorWords[row.form] ?? row.form)}
        </span>
      </Link>
      <span>{figure ?? ''}</span>
    </div>
  );
}

/** What a row stands in: its name need not repeat that. */
function holderOf(key: string): string {
  return key.slice(0, Math.max(key.lastIndexOf('.'), key.lastIndexOf('#')));
}

/** The rows that pass, in the order asked for; in source order a match keeps what it stands in above it. */
export function outlineRows(
  all: readonly OutlineRow[],
  { filter, order, withInherited }: { filter: string; order: Order; withInherited: boolean },
): OutlineRow[] {
  const wanted = filter.trim().toLowerCase();
  const visible = all.filter(({ from }) => withInherited || from === null);
  const answers = visible.map(({ name }) => name.toLowerCase().includes(wanted));
  if (order === 'source') {
    let depth = 0;
    const kept: OutlineRow[] = [];
    for (let at = visible.length - 1; at >= 0; at--) {
      if (!answers[at] && visible[at].depth >= depth) continue;
      depth = visible[at].depth;
      kept.push(visible[at]);
    }
    return kept.reverse();
  }
  const rows = visible.filter((_, at) => answers[at]);
  if (order === 'name') return rows.sort((a, b) => a.name.localeCompare(b.name));
  const value = (row: OutlineRow): number => (order === 'lines' ? row.codeLines : row.cyclomatic) ?? -1;
  return rows.sort((a, b) => value(b) - value(a));
}
