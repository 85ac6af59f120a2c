import Button from '@mui/material/Button';
import { useEffect } from 'react';
import { useFetcher } from 'react-router';
import type { Comparison, CompletenessPage as Page } from '../../../server/views/completenessView.ts';
import { Caption } from '../../frame/Caption.tsx';
import { counted } from '../../state/figures.ts';
import { useLive } from '../../state/live.tsx';
import { EditContext, useEditor } from '../../state/edit.ts';
import { onDemand } from '../../frame/onDemand.tsx';
import { Gaps } from './Gaps.tsx';
import { Clashes, Doubtful, PartlyRead, Twice, Unreferred } from './Sections.tsx';
import './completeness.css';

const ComparePage = onDemand(async () => (await import('./ComparePage.tsx')).ComparePage);

/** How long the page must be seen before what is on it counts as looked at. */
const LOOKED_AT_MS = 2_000;

/** What is referred to and not there, what could not be read, what exists twice, what nobody uses. */
export function CompletenessPage({
  page,
  comparison,
  differs,
  codebaseId,
  problem,
}: {
  page: Page;
  comparison: Comparison | null;
  differs: boolean;
  codebaseId: string;
  problem: string | null;
}) {
  const editor = useEditor();
  useLookedAt();
  if (comparison) return <ComparePage comparison={comparison} codebaseId={codebaseId} />;
  const refusal = editor.problem ?? problem;
  return (
    <EditContext value={editor}>
      <PageCaption page={page} />
      <div className="page completeness">
        {refusal && <p className="against">{refusal}</p>}
        {differs && <SurveyAgain />}
        <Gaps page={page} codebaseId={codebaseId} />
        <Doubtful page={page} />
        <PartlyRead page={page} codebaseId={codebaseId} />
        <Clashes page={page} codebaseId={codebaseId} />
        <Twice page={page} />
        <Unreferred page={page} codebaseId={codebaseId} />
      </div>
    </EditContext>
  );
}

function PageCaption({ page: { totals } }: { page: Page }) {
  const jump = (id: string, text: string) => (
    <a className="choice" href={`#${id}`}>
      {text}
    </a>
  );
  return (
    <Caption>
      This survey met {jump('gaps', counted(totals.gaps, 'gap'))}
      {totals.doubtful > 0 && <> and {jump('doubtful', counted(totals.doubtful, 'doubtful external'))}</>};
      read {jump('partly', counted(totals.partly, 'file'))} only in part; and found{' '}
      {jump('clashes', counted(totals.clashes, 'name'))} borne by copies or versions of one file,{' '}
      {jump('twice', counted(totals.twice, 'name'))} declared twice, and{' '}
      {jump('unreferred', counted(totals.unreferred, 'file'))} that nothing refers to.
    </Caption>
  );
}

/** Tells the server that the page was looked at, once it has been in sight for a while. */
function useLookedAt(): void {
  const { submit } = useFetcher();
  const { surveyId } = useLive();
  useEffect(() => {
    const timer = setTimeout(() => {
      if (document.visibilityState === 'visible') void submit({ edit: 'lookedAt' }, { method: 'post' });
    }, LOOKED_AT_MS);
    return () => clearTimeout(timer);
  }, [submit, surveyId]);
}

function SurveyAgain() {
  const fetcher = useFetcher();
  const { jobs } = useLive();
  const isRunning = jobs.some(({ kind }) => kind === 'survey');
  return (
    <fetcher.Form method="post" className="survey-again">
      <input type="hidden" name="edit" value="survey" />
      <span className="caution">
        {isRunning
          ? 'A survey is under way; its result will stand here.'
          : 'You have decided about things that this survey does not know of yet.'}
      </span>
      <Button type="submit" variant="contained" disabled={isRunning || fetcher.state !== 'idle'}>
        Survey again
      </Button>
    </fetcher.Form>
  );
}
