import { useColorScheme } from '@mui/material/styles';
import { Link } from 'react-router';
import type { Codebase } from '../../server/store/codebases.ts';
import type { SurveyRecord } from '../../server/store/surveys.ts';
import type { News } from '../../server/views/completenessNews.ts';
import { counted, percent } from '../state/figures.ts';
import { useLive } from '../state/live.tsx';
import { SurveyPart } from './SurveyPart.tsx';

export function Mark() {
  return (
    <Link to="/" className="mark" aria-label="Yletope: all codebases">
      <svg width="30" height="22" viewBox="0 0 30 22" aria-hidden="true">
        <path d="M2 20V2h8v6h7v6h11v6Z" fill="none" stroke="var(--ink)" strokeWidth="1.6" />
        <path d="M2 20 28 20" stroke="var(--accent)" strokeWidth="2.4" />
      </svg>
    </Link>
  );
}

export function ThemeSwitch() {
  const { mode, systemMode, setMode } = useColorScheme();
  const shown = mode === 'system' ? systemMode : mode;
  const other = shown === 'dark' ? 'light' : 'dark';
  return (
    <button
      type="button"
      className="plain-button"
      aria-label={`Switch to the ${other} sheet`}
      onClick={() => setMode(other)}
    >
      <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
        <circle cx="9" cy="9" r="6.2" fill="none" stroke="currentColor" strokeWidth="1.3" />
        <path d="M9 2.8a6.2 6.2 0 0 1 0 12.4Z" fill="currentColor" />
      </svg>
    </button>
  );
}

/** Top of every view: the codebase, the survey shown, the finder, running work and what is missing. */
export function TitleBlock({
  codebase,
  record,
  newest,
  news,
  onFind,
}: {
  codebase: Codebase;
  record: SurveyRecord | null;
  /** Id of the newest survey. */
  newest: number | null;
  news: News | null;
  onFind: () => void;
}) {
  const base = `/codebases/${codebase.id}`;
  const { jobs, changedAt } = useLive();
  const job = jobs.find(({ kind }) => kind === 'survey') ?? jobs[0];
  return (
    <header className="title-block">
      <Mark />
      <Link to="/" title={codebase.address}>
        <small>codebase</small>
        <b>{codebase.name}</b>
      </Link>
      {record && <SurveyPart codebase={codebase} record={record} newest={newest ?? record.id} />}
      <button type="button" className="plain-button finder-opener" onClick={onFind}>
        <span>Find a file, type or routine</span>
        <kbd>/</kbd>
      </button>
      {job ? (
        <Link to={`${base}/${job.kind}`}>
          <small>under way</small>
          <b className="caution">
            {job.total > 0 ? `${job.phase} ${percent(job.done / job.total)}` : job.phase}
          </b>
        </Link>
      ) : (
        changedAt &&
        record && (
          <Link to={`${base}/survey`}>
            <small>files have changed</small>
            <b className="caution">survey again</b>
          </Link>
        )
      )}
      {record && news && <Completeness record={record} news={news} base={base} />}
      <ThemeSwitch />
    </header>
  );
}

/** The share of imports that were resolved, how much is missing, and how much of it nobody has looked at yet. */
function Completeness({
  record: { totals },
  news,
  base,
}: {
  record: SurveyRecord;
  news: News;
  base: string;
}) {
  const share = totals.imports === 0 ? 1 : 1 - totals.gapPlaces / (totals.imports + totals.gapPlaces);
  const isWhole = totals.gaps === 0 && totals.partlyRead === 0;
  // Never rounded up to 100 while something is missing.
  const shown = isWhole ? 100 : Math.min(99.9, Math.floor(1000 * share) / 10);
  return (
    <Link
      to={`${base}/completeness`}
      title="The share of imports that were resolved. New items in Completeness have not been viewed yet."
    >
      <small>
        {counted(totals.gaps, 'gap')}, {totals.partlyRead} partly read
        {news.total > 0 && <>, {news.total} new</>}
      </small>
      <b className={news.total === 0 || isWhole ? undefined : 'caution'}>complete {shown} %</b>
    </Link>
  );
}
