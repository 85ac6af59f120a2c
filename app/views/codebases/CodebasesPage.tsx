import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Form, Link, useNavigation } from 'react-router';
import type { Codebase } from '../../../server/store/codebases.ts';
import type { Job } from '../../../server/store/jobs.ts';
import type { SurveyRecord } from '../../../server/store/surveys.ts';
import { Mark, ThemeSwitch } from '../../frame/TitleBlock.tsx';
import { counted, dateAndTime, figure } from '../../state/figures.ts';
import './codebases.css';

interface Listed extends Codebase {
  record: SurveyRecord | null;
  job: Job | null;
}

/** The list of codebases, and where a new one is opened by its path. */
export function CodebasesPage({
  codebases,
  refusal,
}: {
  codebases: Listed[];
  refusal: { problem: string; path: string } | null;
}) {
  const [removing, setRemoving] = useState<Listed | null>(null);
  return (
    <div className="codebases">
      <header className="title-block">
        <Mark />
        <div>
          <b>Yletope</b>
        </div>
        <div className="filler" />
        <ThemeSwitch />
      </header>
      <main>
        <OpenForm refusal={refusal} />
        <h2>Codebases</h2>
        {codebases.length === 0 ? (
          <p className="faded">
            None yet. Type the path of a folder above to survey it; nothing in it is changed or run.
          </p>
        ) : (
          <ul>
            {codebases.map((codebase) => (
              <CodebaseRow key={codebase.id} codebase={codebase} onRemove={() => setRemoving(codebase)} />
            ))}
          </ul>
        )}
      </main>
      <Dialog open={removing !== null} onClose={() => setRemoving(null)}>
        <DialogContent>
          Remove <b>{removing?.name}</b> and its surveys from Yletope? The code in{' '}
          <span className="mono">{removing?.address}</span> is not touched.
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setRemoving(null)}>Keep</Button>
          <Form method="post" onSubmit={() => setRemoving(null)}>
            <input type="hidden" name="intent" value="remove" />
            <input type="hidden" name="id" value={removing?.id ?? ''} />
            <Button type="submit" color="error">
              Remove
            </Button>
          </Form>
        </DialogActions>
      </Dialog>
    </div>
  );
}

function OpenForm({ refusal }: { refusal: { problem: string; path: string } | null }) {
  const isSending = useNavigation().formData?.get('intent') === 'open';
  return (
    <Form method="post" className="open-form">
      <h1>Open a codebase</h1>
      <p className="faded">
        The path of a folder on this machine that holds TypeScript or JavaScript. It is read, never changed,
        and nothing of it is run.
      </p>
      <input type="hidden" name="intent" value="open" />
      <div>
        <TextField
          name="path"
          label="Path of the folder"
          placeholder="/home/you/project"
          defaultValue={refusal?.path ?? ''}
          error={refusal !== null}
          helperText={refusal?.problem}
          fullWidth
          autoFocus
          slotProps={{ htmlInput: { className: 'mono', spellCheck: false, autoComplete: 'off' } }}
        />
        <Button type="submit" variant="contained" disabled={isSending}>
          {isSending ? 'Opening…' : 'Survey'}
        </Button>
      </div>
    </Form>
  );
}

function CodebaseRow({ codebase, onRemove }: { codebase: Listed; onRemove: () => void }) {
  const { record, job } = codebase;
  const totals = record?.totals;
  return (
    <li>
      <div className="who">
        <Link to={`/codebases/${codebase.id}`}>{codebase.name}</Link>
        <span className="mono faded">{codebase.address}</span>
      </div>
      <div className="what">
        {totals ? (
          <>
            <span>
              {counted(totals.files, 'file')}, {figure(totals.codeLines)} lines of code
            </span>
            <span className="faded">
              {counted(totals.fileCycles, 'cycle')} of files, {counted(totals.gaps, 'gap')}
            </span>
          </>
        ) : (
          <span className="faded">not surveyed yet</span>
        )}
      </div>
      <div className="when">
        {job && job.state !== 'finished' ? (
          <Link to={`/codebases/${codebase.id}/survey`} className="caution">
            {jobWords[job.state]}
          </Link>
        ) : (
          record && <span className="faded">surveyed {dateAndTime(record.surveyedAt)}</span>
        )}
      </div>
      <Button size="small" onClick={onRemove} aria-label={`Remove ${codebase.name}`}>
        Remove
      </Button>
    </li>
  );
}

const jobWords: Record<Exclude<Job['state'], 'finished'>, string> = {
  waiting: 'waiting to be surveyed',
  running: 'being surveyed',
  stopped: 'survey stopped',
  failed: 'survey failed',
  interrupted: 'survey interrupted',
};
