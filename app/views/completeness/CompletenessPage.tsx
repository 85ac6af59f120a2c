import Button from '@mui/material/Button';
import { useEffect, useRef, type RefObject } from 'react';
import { useFetcher } from 'react-router';
import type { Comparison, CompletenessPage as Page } from '../../../server/views/completenessView.ts';
import { Caption } from '../../frame/Caption.tsx';
import { counted } from '../../state/figures.ts';
import { useLive } from '../../state/live.tsx';
import { EditContext, useEditor } from '../../state/edit.ts';
import { onDemand } from '../../frame/onDemand.tsx';
import { Gaps } from './Gaps.tsx';
import { Clashes, Doubtful, PartlyRead, Split, Twice, Unreferred, Versions } from './Sections.tsx';
import './completeness.css';

const ComparePage = onDemand(async () => (await import('./ComparePage.tsx')).ComparePage);

/** How long a section must be seen before what it lists counts as looked at. */
const LOOKED_AT_MS = 2_000;
const TOLD_TOGETHER_MS = 150;

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
  const seen = useLookedAt();
  if (comparison) return <ComparePage comparison={comparison} codebaseId={codebaseId} />;
  const refusal = editor.problem ?? problem;
  return (
    <EditContext value={editor}>
      <PageCaption page={page} />
      <div className="page completeness" ref={seen}>
        {refusal && <p className="against">{refusal}</p>}
        {differs && <SurveyAgain />}
        <Gaps page={page} codebaseId={codebaseId} />
        <Doubtful page={page} />
        <PartlyRead page={page} codebaseId={codebaseId} />
        <Versions page={page} />
        <Clashes page={page} codebaseId={codebaseId} />
        <Twice page={page} />
        <Unreferred page={page} codebaseId={codebaseId} />
        <Split page={page} />
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
      This survey has {jump('gaps', counted(totals.gaps, 'gap'))}
      {totals.doubtful > 0 && <>, {jump('doubtful', counted(totals.doubtful, 'doubtful external'))}</>},{' '}
      {jump('partly', counted(totals.partly, 'file'))} read only in part,{' '}
      {totals.versions > 0 && (
        <>{jump('versions', counted(totals.versions, 'pair'))} of folders that are versions of each other, </>
      )}
      {jump('clashes', counted(totals.clashes, 'name'))} shared by several files,{' '}
      {jump('twice', counted(totals.twice, 'name'))} declared more than once and{' '}
      {jump('unreferred', counted(totals.unreferred, 'file'))} that nothing refers to.
    </Caption>
  );
}

/** Tells the server which sections were looked at: those that have been in sight for a while. The ref is of what holds them. */
function useLookedAt(): RefObject<HTMLDivElement | null> {
  const { submit } = useFetcher();
  const { surveyId } = useLive();
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const timers = new Map<Element, ReturnType<typeof setTimeout>>();
    const told = new Set<string>();
    const open = new Set<string>();
    let telling: ReturnType<typeof setTimeout> | undefined;
    const tell = (section: string): void => {
      if (document.visibilityState !== 'visible' || told.has(section)) return;
      told.add(section);
      open.add(section);
      // Those seen together are told together: of two that are sent at once, the first would be given up.
      clearTimeout(telling);
      telling = setTimeout(() => {
        void submit({ edit: 'lookedAt', sections: [...open].join(' ') }, { method: 'post' });
        open.clear();
      }, TOLD_TOGETHER_MS);
    };
    const seen = new IntersectionObserver((entries) => {
      for (const { target, isIntersecting } of entries) {
        clearTimeout(timers.get(target));
        if (isIntersecting)
          timers.set(
            target,
            setTimeout(() => tell(target.id), LOOKED_AT_MS),
          );
      }
    });
    for (const section of host.current?.querySelectorAll('section[id]') ?? []) seen.observe(section);
    return () => {
      seen.disconnect();
      clearTimeout(telling);
      for (const timer of timers.values()) clearTimeout(timer);
    };
  }, [submit, surveyId]);
  return host;
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
          ? 'A survey is running; its result will appear here.'
          : 'You have made decisions that this survey does not include yet.'}
      </span>
      <Button type="submit" variant="contained" disabled={isRunning || fetcher.state !== 'idle'}>
        Survey again
      </Button>
    </fetcher.Form>
  );
}
