import { Link } from 'react-router';
import type { Totals } from '../../../server/survey/totals.ts';
import type { ScopeChoice } from '../../../server/views/scopeView.ts';
import type { Overview } from '../../../server/views/overviewView.ts';
import { ArrangementPart, Caption, TestsPart } from '../../frame/Caption.tsx';
import { counted, figure, percent } from '../../state/figures.ts';
import { Bars, Block } from './Block.tsx';
import { SmallMatrix } from './SmallMatrix.tsx';
import { GroupTree } from './GroupTree.tsx';
import { onDemand } from '../../frame/onDemand.tsx';
import { Manifests } from './Manifests.tsx';
import { CyclesBlock, Documents, EntryPoints, Outliers } from './blocks.tsx';
import './overview.css';

/** It has room from the beginning, so that nothing moves when it is there. */
const LanguageChart = onDemand(
  async () => (await import('./LanguageChart.tsx')).LanguageChart,
  ({ languages }) => <div style={{ height: 20 + 34 * languages.length }} />,
);

/** What it is, what it is made of, where one enters it, what is odd about it: on one page. */
export function OverviewPage({
  overview,
  scope,
  codebaseId,
}: {
  overview: Overview;
  scope: ScopeChoice;
  codebaseId: string;
}) {
  const base = `/codebases/${codebaseId}`;
  const { tests, purpose, totals } = overview;
  return (
    <>
      <Caption>
        The codebase as surveyed: <b>{counted(totals.files, 'file')}</b> with{' '}
        <b>{counted(totals.codeLines, 'line')} of code</b>
        {tests.files > 0 && (
          <>
            , {counted(tests.files, 'test file')} <TestsPart />
          </>
        )}
        , <ArrangementPart scope={scope} />.
      </Caption>
      <div className="page overview">
        {purpose && (
          <p className="purpose">
            {purpose.text}{' '}
            <Link to={`${base}/document?file=${encodeURIComponent(purpose.from)}`} className="mono">
              {purpose.from}
            </Link>
          </p>
        )}
        <TotalsStrip totals={totals} base={base} />
        <div className="overview-main">
          <div>
            <GroupTree tree={overview.groups} />
            <SmallMatrix picture={overview.picture} base={base} />
            <Outliers rows={overview.outliers} base={base} />
          </div>
          <div>
            <Block title="Languages" note="lines">
              <LanguageChart
                languages={overview.languages}
                configurationFiles={overview.configurationFiles}
              />
            </Block>
            <EntryPoints overview={overview} codebaseId={codebaseId} />
            <Documents overview={overview} base={base} />
          </div>
        </div>
        <div className="columns">
          <Manifests overview={overview} base={base} />
          <Block title="Externals" note="files that use it">
            <Bars
              rows={overview.externals.map(({ key, name, ecosystem, files }) => ({
                element: { key, name, kind: 'external' as const },
                text: ecosystem === 'node' ? `node:${name}` : name,
                value: files,
              }))}
              empty="It uses no externals."
            />
          </Block>
          <CyclesBlock overview={overview} base={base} />
        </div>
      </div>
    </>
  );
}

function TotalsStrip({ totals, base }: { totals: Totals; base: string }) {
  return (
    <div className="figures">
      <Figure value={figure(totals.lines)} label="lines" />
      <Figure value={figure(totals.types)} label="types" to={`${base}/measures?of=type`} />
      <Figure value={figure(totals.routines)} label="routines" to={`${base}/measures?of=routine`} />
      <Figure value={figure(totals.dependencies)} label="references" />
      <Figure value={figure(totals.gaps)} label="gaps" to={`${base}/completeness`} />
      <Figure value={figure(totals.leftOut)} label="left out" to={`${base}/intake`} />
      <Figure value={figure(totals.fileCycles)} label="cycles of files" to={`${base}/cycles`} />
      <Figure value={percent(totals.largestCycleShare)} label="in the largest cycle" to={`${base}/cycles`} />
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
