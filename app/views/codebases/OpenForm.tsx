import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRef, useState, type DragEvent } from 'react';
import { Form, useNavigate, useNavigation } from 'react-router';
import { figure, percent, size } from '../../state/figures.ts';
import { upload, type Upload } from './upload.ts';

export interface Refusal {
  problem: string;
  path: string;
  ref: string;
}

/** Where a codebase is opened: a folder, a repository here or elsewhere, an archive here or uploaded. */
export function OpenForm({
  refusal,
  uploadLimit,
  languages,
}: {
  refusal: Refusal | null;
  uploadLimit: number;
  /** Names of the languages that are read, as they stand in a sentence. */
  languages: string;
}) {
  const isSending = useNavigation().formData?.get('intent') === 'open';
  return (
    <Form method="post" className="open-form">
      <h1>Open a codebase</h1>
      <p className="faded">
        A folder, a git repository (its path or address), or an archive, with {languages} in it. It is read,
        never changed, and nothing of it is run. You see what would be read before it is surveyed.
      </p>
      <input type="hidden" name="intent" value="open" />
      <div>
        <TextField
          name="path"
          label="Path or address"
          placeholder="/home/you/project or https://host/project.git"
          defaultValue={refusal?.path ?? ''}
          error={refusal !== null}
          helperText={refusal?.problem}
          fullWidth
          autoFocus
          slotProps={{ htmlInput: { className: 'mono', spellCheck: false, autoComplete: 'off' } }}
        />
        <TextField
          name="ref"
          label="Branch, tag or commit"
          placeholder="as checked out"
          defaultValue={refusal?.ref ?? ''}
          className="open-ref"
          slotProps={{
            htmlInput: { className: 'mono', spellCheck: false, autoComplete: 'off' },
            inputLabel: { shrink: true },
          }}
        />
        <Button type="submit" variant="contained" disabled={isSending}>
          {isSending ? 'Opening…' : 'Preview files'}
        </Button>
      </div>
      <UploadArea limit={uploadLimit} />
    </Form>
  );
}

/** An archive is dropped here or chosen; it goes to the disk of the server as it is sent. */
function UploadArea({ limit }: { limit: number }) {
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [running, setRunning] = useState<Upload | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [isOver, setIsOver] = useState(false);
  const send = (file: File | undefined): void => {
    if (!file) return;
    setProblem(null);
    upload(file, setRunning)
      .then(({ id }) => navigate(`/codebases/${id}/intake`))
      .catch((error: Error) => setProblem(error.message))
      .finally(() => setRunning(null));
  };
  const onDrop = (event: DragEvent): void => {
    event.preventDefault();
    setIsOver(false);
    send(event.dataTransfer.files[0]);
  };
  return (
    <div
      className={`upload${isOver ? ' over' : ''}`}
      onDragOver={(event) => {
        event.preventDefault();
        setIsOver(true);
      }}
      onDragLeave={() => setIsOver(false)}
      onDrop={onDrop}
    >
      <input
        ref={input}
        type="file"
        hidden
        aria-label="Archive to upload"
        accept=".zip,.tar,.tgz,.gz"
        onChange={({ target }) => send(target.files?.[0])}
      />
      {running ? (
        <>
          <progress value={running.sent} max={running.total} aria-label="Progress of the upload" />
          <span className="mono">
            {size(running.sent)} of {size(running.total)},{' '}
            {percent(running.sent / Math.max(1, running.total))}
            {running.rate > 0 && `, ${size(running.rate)} a second`}
          </span>
          <Button onClick={running.stop}>Stop</Button>
        </>
      ) : (
        <span className="faded">
          Or drop an archive here, or{' '}
          <button type="button" className="plain-button quiet" onClick={() => input.current?.click()}>
            choose one to upload
          </button>
          : .zip, .tar, .tar.gz, .tgz, up to {figure(limit, Number.isInteger(limit) ? 0 : 3)} GB.
        </span>
      )}
      {problem && <p className="against">{problem}</p>}
    </div>
  );
}
