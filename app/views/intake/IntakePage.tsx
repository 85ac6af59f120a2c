import Button from '@mui/material/Button';
import { Form, useFetcher, useNavigation } from 'react-router';
import type { Codebase } from '../../../server/store/codebases.ts';
import type { Job } from '../../../server/store/jobs.ts';
import type { IntakeSheet } from '../../../server/views/intakeView.ts';
import { Caption } from '../../frame/Caption.tsx';
import { counted, dateAndTime } from '../../state/figures.ts';
import { useLive } from '../../state/live.tsx';
import { placeOf } from '../../state/words.ts';
import { JobLine } from '../../frame/JobLine.tsx';
import { Decisions } from './Decisions.tsx';
import { EditContext, useEditor } from '../../state/edit.ts';
import { LeftOutGroups } from './LeftOutGroups.tsx';
import { ReadTable } from './ReadTable.tsx';
import { DefinedMacros, ImportRoots, Languages, RefField, UnclearLanguages } from './SheetParts.tsx';
import './intake.css';

/** States in which the last look left no sheet. */
const ended = new Set<Job['state']>(['failed', 'stopped', 'interrupted']);

/** What a survey would read and what not, before it runs; each decision of it can be turned round. */
export function IntakePage({
  codebase,
  sheet,
  job: last,
  differs,
  isSurveyed,
  problem,
}: {
  codebase: Codebase;
  sheet: IntakeSheet | null;
  job: Job | null;
  differs: boolean;
  isSurveyed: boolean;
  problem: string | null;
}) {
  const { jobs, takenAt } = useLive();
  const job = jobs.find(({ kind }) => kind === 'intake') ?? null;
  const failed = job === null && last !== null && ended.has(last.state) ? last : null;
  const editor = useEditor();
  const refusal = editor.problem ?? problem;
  return (
    <EditContext value={editor}>
      <SheetCaption codebase={codebase} sheet={sheet} />
      <div className="page intake">
        {refusal && <p className="against">{refusal}</p>}
        <div className="intake-actions">
          <SurveyButton sheet={sheet} isSurveyed={isSurveyed} />
          <editor.fetcher.Form method="post">
            <input type="hidden" name="edit" value="look" />
            <Button type="submit" disabled={job !== null}>
              {codebase.kind === 'remote' ? 'Fetch and scan again' : 'Scan again'}
            </Button>
          </editor.fetcher.Form>
          <RefField codebase={codebase} />
          {sheet && (
            <span className="faded push">
              scanned {dateAndTime(sheet.takenAt)}
              {sheet.commit && `, commit ${sheet.commit.slice(0, 10)}`}
            </span>
          )}
        </div>
        {/* Below the buttons: what comes and goes must not move them from under the pointer. */}
        {failed && <p className={failed.state === 'failed' ? 'against' : 'caution'}>{failed.message}</p>}
        {job && <JobLine job={job} stop={<StopButton />} />}
        {differs && (
          <p className="caution">
            The other views show a survey made with other decisions. Survey again to apply these.
          </p>
        )}
        {sheet?.notes.map((note) => (
          <p key={note} className="caution">
            {note}
          </p>
        ))}
        {sheet ? (
          <div className="intake-columns">
            <div>
              <Languages sheet={sheet} />
              <ReadTable sheet={sheet} />
              <Submodules sheet={sheet} />
            </div>
            <div>
              <LeftOutGroups sheet={sheet} />
              <Decisions rules={sheet.rules} />
              <UnclearLanguages sheet={sheet} />
              <ImportRoots sheet={sheet} />
              <DefinedMacros sheet={sheet} />
            </div>
          </div>
        ) : (
          !job &&
          !failed &&
          takenAt === null && <p className="faded">This codebase has not been scanned yet.</p>
        )}
      </div>
    </EditContext>
  );
}

function SheetCaption({ codebase, sheet }: { codebase: Codebase; sheet: IntakeSheet | null }) {
  return (
    <Caption>
      {sheet ? (
        <>
          A survey of <b className="mono">{placeOf(codebase)}</b>
          {codebase.ref && (
            <>
              {' '}
              at <b className="mono">{codebase.ref}</b>
            </>
          )}{' '}
          would read <b>{counted(sheet.read.files, 'file')}</b> with{' '}
          <b>{counted(sheet.read.lines, 'line')}</b>
          {sheet.tests.files > 0 && `, ${counted(sheet.tests.files, 'of them a test', 'of them tests')}`}, and
          leave out <b>{counted(sheet.leftOutCount, 'file or folder', 'files and folders')}</b>.
        </>
      ) : (
        <>
          Looking over <b className="mono">{placeOf(codebase)}</b> before anything is surveyed.
        </>
      )}
    </Caption>
  );
}

function SurveyButton({ sheet, isSurveyed }: { sheet: IntakeSheet | null; isSurveyed: boolean }) {
  const isSending = useNavigation().formData?.get('edit') === 'survey';
  const nothing = !sheet || sheet.read.files === 0;
  // A form that navigates: the redirect of a fetcher is dropped when the page is loaded anew at that moment.
  return (
    <Form method="post">
      <input type="hidden" name="edit" value="survey" />
      <Button type="submit" variant="contained" disabled={nothing || isSending}>
        {isSurveyed ? 'Survey again' : 'Survey'}
      </Button>
    </Form>
  );
}

function StopButton() {
  const fetcher = useFetcher();
  return (
    <fetcher.Form method="post">
      <input type="hidden" name="edit" value="stop" />
      <Button type="submit">Stop</Button>
    </fetcher.Form>
  );
}

function Submodules({ sheet }: { sheet: IntakeSheet }) {
  if (sheet.submodules.length === 0) return null;
  return (
    <section className="block">
      <h2>
        <span>Submodules</span>
        <span>repositories of their own</span>
      </h2>
      {sheet.submodules.map(({ path, url, isHere }) => (
        <div key={path} className="sheet-row">
          <span className="mono">
            {path}
            {url && <span className="faded"> {url}</span>}
          </span>
          <span className={isHere ? undefined : 'caution'}>
            {isHere ? 'its files are here and are read' : 'its files are not here'}
          </span>
        </div>
      ))}
    </section>
  );
}
