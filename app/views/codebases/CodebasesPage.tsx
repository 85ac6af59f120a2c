import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import { useState } from 'react';
import { Form, Link } from 'react-router';
import type { Codebase } from '../../../server/store/codebases.ts';
import type { Job } from '../../../server/store/jobs.ts';
import type { Settings } from '../../../server/store/settings.ts';
import type { SurveyRecord } from '../../../server/store/surveys.ts';
import { Mark, ThemeSwitch } from '../../frame/TitleBlock.tsx';
import { counted, dateAndTime } from '../../state/figures.ts';
import { placeOf } from '../../state/words.ts';
import { OpenForm, type Refusal } from './OpenForm.tsx';
import { SettingsDialog } from './SettingsDialog.tsx';
import './codebases.css';

interface Listed extends Codebase {
  record: SurveyRecord | null;
  job: Job | null;
  queued: number;
}

/** The list of codebases, and where a new one is opened: by path, by address, by upload. */
export function CodebasesPage({
  codebases,
  settings,
  languages,
  refusal,
  damage,
}: {
  codebases: Listed[];
  settings: Settings;
  languages: string;
  refusal: Refusal | null;
  /** What is wrong with the database, if anything is. */
  damage: string | null;
}) {
  const [removing, setRemoving] = useState<Listed | null>(null);
  const [showsSettings, setShowsSettings] = useState(false);
  return (
    <div className="codebases">
      <header className="title-block">
        <Mark />
        <div>
          <b>Yletope</b>
        </div>
        <div className="filler" />
        <button type="button" className="plain-button" onClick={() => setShowsSettings(true)}>
          Settings
        </button>
        <ThemeSwitch />
      </header>
      <main>
        {damage !== null && (
          <p role="alert" className="damage">
            {damage}
          </p>
        )}
        <OpenForm refusal={refusal} uploadLimit={settings.uploadLimit} languages={languages} />
        <h2>Codebases</h2>
        {codebases.length === 0 ? (
          <p className="faded">
            None yet. Type the path of a folder above to preview its files. Nothing in it is changed or run.
          </p>
        ) : (
          <ul>
            {codebases.map((codebase) => (
              <CodebaseRow key={codebase.id} codebase={codebase} onRemove={() => setRemoving(codebase)} />
            ))}
          </ul>
        )}
      </main>
      {showsSettings && <SettingsDialog settings={settings} onClose={() => setShowsSettings(false)} />}
      <Dialog open={removing !== null} onClose={() => setRemoving(null)}>
        <DialogContent>
          Remove <b>{removing?.name}</b> and its surveys from Yletope?{' '}
          {removing?.kind === 'archive' ? (
            'The uploaded archive is deleted too.'
          ) : (
            <>
              The code in <span className="mono">{removing?.address}</span> is not touched.
            </>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setRemoving(null)}>Cancel</Button>
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

const kindWords: Record<Codebase['kind'], string> = {
  folder: '',
  repository: 'repository',
  remote: 'repository elsewhere',
  archive: 'archive',
};

function CodebaseRow({ codebase, onRemove }: { codebase: Listed; onRemove: () => void }) {
  const { record, job, kind, ref } = codebase;
  const totals = record?.totals;
  return (
    <li>
      <div className="who">
        <Link to={`/codebases/${codebase.id}`}>{codebase.name}</Link>
        <span className="mono faded">
          {placeOf(codebase)}
          {ref !== null && ` at ${ref}`}
        </span>
        {kindWords[kind] !== '' && <span className="faded">{kindWords[kind]}</span>}
      </div>
      <div className="what">
        {totals ? (
          <>
            <span>
              {counted(totals.files, 'file')}, {counted(totals.codeLines, 'line')} of code
            </span>
            <span className="faded">
              {counted(totals.fileCycles, 'cycle')} of files, {counted(totals.gaps, 'gap')}
            </span>
          </>
        ) : (
          <span className="faded">
            not surveyed yet: <Link to={`/codebases/${codebase.id}/intake`}>what would be read</Link>
          </span>
        )}
      </div>
      <div className="when">
        {job && job.state !== 'finished' ? (
          <Link to={`/codebases/${codebase.id}/survey`} className="caution">
            {job.state === 'waiting' && codebase.queued > 0
              ? `waiting, number ${codebase.queued} in the queue`
              : jobWords[job.state]}
          </Link>
        ) : (
          record && <span className="faded">surveyed {dateAndTime(record.surveyedAt)}</span>
        )}
        {codebase.changedAt && <span className="caution">files have changed since</span>}
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
