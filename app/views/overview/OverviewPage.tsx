import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Totals } from '../../../server/survey/totals.ts';
import type { Overview, Ranked } from '../../../server/views/overviewView.ts';
import { Caption } from '../../frame/Caption.tsx';
import { ElementName } from '../../frame/ElementName.tsx';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { counted, figure, percent } from '../../state/figures.ts';
import { gapWords, leftOutWords } from '../../state/words.ts';
import { LanguageChart } from './LanguageChart.tsx';
import './overview.css';

/** How big it is, how complex, what is tangled and what is missing, on one page. */
export function OverviewPage({
  overview,
  totals,
  codebaseId,
}: {
  overview: Overview;
  totals: Totals;
  codebaseId: string;
}) {
  const base = `/codebases/${codebaseId}`;
  return (
    <>
      <Caption>
        The codebase as surveyed: <b>{counted(totals.files, 'file')}</b> with{' '}
        <b>{figure(totals.codeLines)} lines of code</b>
        {overview.tests.files > 0 && `, ${counted(overview.tests.files, 'of them a test', 'of them tests')}`}.
      </Caption>
      <div className="page overview">
        <TotalsStrip totals={totals} base={base} />
        <div className="columns">
          <Block title="Languages" note="lines">
            <LanguageChart languages={overview.languages} />
          </Block>
          <Block title="Folders" note="lines of code">
            <Bars
              rows={overview.folders.map((folder) => ({ element: folder, value: folder.codeLines }))}
              empty="All files lie in one folder."
            />
          </Block>
          <RankedBlock
            title="Most complex routines"
            note="cyclomatic complexity"
            rows={overview.mostComplex}
          />
          <RankedBlock title="Largest files" note="lines of code" rows={overview.largest} />
          <RankedBlock title="Most used files" note="files that use it" rows={overview.mostUsed} />
          <CyclesBlock overview={overview} base={base} />
          <GapsBlock overview={overview} codebaseId={codebaseId} />
          <Block title="Externals" note="files that use it">
            <Bars
              rows={overview.externals.map(({ key, name, ecosystem, files }) => ({
                element: { key, name, kind: 'external' as const },
                text: ecosystem === 'node' ? `node:${name}` : name,
                value: files,
              }))}
              empty="It uses nothing from outside."
            />
          </Block>
          <LeftOutBlock overview={overview} />
        </div>
      </div>
    </>
  );
}

function Block({ title, note, children }: { title: string; note?: string; children: ReactNode }) {
  return (
    <section className="block">
      <h2>
        <span>{title}</span>
        {note && <span>{note}</span>}
      </h2>
      {children}
    </section>
  );
}

function TotalsStrip({ totals, base }: { totals: Totals; base: string }) {
  return (
    <div className="figures">
      <Figure value={figure(totals.lines)} label="lines" />
      <Figure value={figure(totals.types)} label="types" to={`${base}/measures?of=type`} />
      <Figure value={figure(totals.routines)} label="routines" to={`${base}/measures?of=routine`} />
      <Figure value={figure(totals.dependencies)} label="references" to={`${base}/matrix`} />
      <Figure value={figure(totals.fileCycles)} label="cycles of files" to={`${base}/cycles`} />
      <Figure
        value={percent(totals.largestCycleShare)}
        label="of files in the largest cycle"
        to={`${base}/cycles`}
      />
      <Figure
        value={Number.isFinite(totals.propagationCost) ? percent(totals.propagationCost, 1) : '–'}
        label="propagation cost"
        title="The share of the codebase that a change to a random file may touch: density of the reachability matrix over files, the diagonal included (MacCormack, Rusnak and Baldwin 2006)."
      />
    </div>
  );
}

function Figure({ value, label, to, title }: { value: string; label: string; to?: string; title?: string }) {
  return (
    <div title={title}>
      <b>{value}</b>
      <small>{to ? <Link to={to}>{label}</Link> : label}</small>
    </div>
  );
}

function Bars({
  rows,
  empty,
}: {
  rows: { element: Parameters<typeof ElementName>[0]['element']; text?: string; value: number }[];
  empty: string;
}) {
  const largest = Math.max(1, ...rows.map(({ value }) => value));
  if (rows.length === 0) return <p className="faded">{empty}</p>;
  return rows.map(({ element, text, value }) => (
    <div key={element.key} className="ranked">
      <ElementName element={element} text={text} />
      <span className="bar">
        <i style={{ width: `${(100 * value) / largest}%` }} />
      </span>
      <span>{figure(value)}</span>
    </div>
  ));
}

function RankedBlock({ title, note, rows }: { title: string; note: string; rows: Ranked[] }) {
  return (
    <Block title={title} note={note}>
      <Bars
        rows={rows.map((row) => ({
          element: row,
          text: row.kind === 'file' ? shortPath(row.key) : row.key.slice(row.key.indexOf('#') + 1),
          value: row.value,
        }))}
        empty="None."
      />
    </Block>
  );
}

/** The last two parts of a path: enough to tell `index.ts` from `index.ts`. */
function shortPath(path: string): string {
  return path.split('/').slice(-2).join('/');
}

function CyclesBlock({ overview, base }: { overview: Overview; base: string }) {
  return (
    <Block title="Cycles of files" note="members">
      {overview.cycles.length === 0 && <p className="faded">None: the files can be put in an order.</p>}
      {overview.cycles.map(({ tag, members, size }) => (
        <div key={tag} className="cycle-line">
          <Link to={`${base}/cycles?cycle=${tag}`}>{tag}</Link>
          <span className="mono">
            {members
              .slice(0, 4)
              .map(({ name }) => name)
              .join(', ')}
            {size > 4 && ' …'}
          </span>
          <span className="mono">{size}</span>
        </div>
      ))}
    </Block>
  );
}

function GapsBlock({ overview, codebaseId }: { overview: Overview; codebaseId: string }) {
  const links = useElementLinks(codebaseId);
  return (
    <Block title="Gaps and partly read files" note="places">
      {overview.gaps.length + overview.partlyRead.length === 0 && (
        <p className="faded">None: all that is referred to was found, and every file parsed.</p>
      )}
      {overview.gaps.map(({ name, reason, count, file, line }) => (
        <div key={`${reason}${name}`} className="gap-line">
          <Link to={links.place(file, line)} className="mono" title={`First at ${file}, line ${line}`}>
            {name}
          </Link>
          <span className="caution">{gapWords[reason]}</span>
          <span className="mono">{count}</span>
        </div>
      ))}
      {overview.partlyRead.map(({ path, parse, damage }) => (
        <div key={path} className="gap-line">
          <Link to={links.place(path, damage[0]?.[0] ?? 1)} className="mono">
            {path}
          </Link>
          <span className="caution">{parse === 'failed' ? 'could not be parsed' : 'partly read'}</span>
          <span className="mono">{damage.length}</span>
        </div>
      ))}
    </Block>
  );
}

function LeftOutBlock({ overview }: { overview: Overview }) {
  return (
    <Block title="Left out" note="files and folders">
      {overview.leftOut.length === 0 && <p className="faded">Nothing.</p>}
      {overview.leftOut.map(({ reason, count, examples }) => (
        <div key={reason} className="gap-line">
          <span className="mono" title={examples.map(({ path }) => path).join('\n')}>
            {examples
              .slice(0, 3)
              .map(({ path }) => path.split('/').slice(-2).join('/'))
              .join(', ')}
            {count > 3 && ' …'}
          </span>
          <span className="faded">{leftOutWords[reason]}</span>
          <span className="mono">{figure(count)}</span>
        </div>
      ))}
    </Block>
  );
}
