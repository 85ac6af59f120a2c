import { useEffect, useState } from 'react';
import { useFetcher, useLocation } from 'react-router';
import type { SurveyRecord } from '../../../server/store/surveys.ts';
import type { ShownSavedView } from '../../../server/views/savedViewsView.ts';
import { dateAndTime } from '../../state/figures.ts';
import { pictureState } from '../../state/pictureState.ts';
import { Button, Dialog } from '../parts.ts';
import { useViews } from '../viewDescriptor.ts';
import { captionText } from '../captionText.ts';

/** Keeps the picture at hand under a name, or in place of the saved one that it was opened as. */
export function SaveDialog({
  codebaseId,
  record,
  onClose,
}: {
  codebaseId: number;
  record: SurveyRecord;
  onClose: () => void;
}) {
  const { pathname, search } = useLocation();
  const path = pathname.split('/')[3] ?? '';
  const view = useViews().find((each) => each.path === path);
  const params = new URLSearchParams(search);
  const address = `/codebases/${codebaseId}/saved`;
  const { load, data: known } = useFetcher<{ saved: ShownSavedView[] }>();
  const { submit, data, state } = useFetcher<{ problem?: string; saved?: number } | null>();
  const [isPinned, setPinned] = useState(pictureState(params).survey !== null);
  const [name, setName] = useState(
    `${view?.name ?? 'View'}${params.get('in') ? ` of ${params.get('in')}` : ''}`,
  );
  const [sentence, setSentence] = useState('');
  useEffect(() => void load(address), [load, address]);
  const isDone = data !== undefined && !data?.problem;
  useEffect(() => {
    if (isDone) onClose();
  }, [isDone, onClose]);
  const again = known?.saved.find(({ id }) => String(id) === params.get('saved'));
  const send = (form: Record<string, string>): void =>
    void submit(
      {
        ...form,
        view: path,
        search,
        caption: captionText(),
        survey: isPinned ? String(record.id) : '',
      },
      { method: 'post', action: address },
    );
  const save = (): void => {
    if (name.trim() !== '') send({ edit: 'save', name, sentence });
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-label="Save this view">
      <form
        className="words-dialog save-dialog"
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <h1>Save this view</h1>
        <label>
          Name
          <input
            className="field"
            autoFocus
            maxLength={80}
            value={name}
            onChange={({ target }) => setName(target.value)}
            onFocus={({ target }) => target.select()}
          />
        </label>
        <label>
          What it is for
          <input
            className="field"
            maxLength={300}
            placeholder="optional"
            value={sentence}
            onChange={({ target }) => setSentence(target.value)}
          />
        </label>
        <fieldset>
          <label>
            <input type="radio" checked={!isPinned} onChange={() => setPinned(false)} /> Follow the newest
            survey and show what was added or removed
          </label>
          <label>
            <input type="radio" checked={isPinned} onChange={() => setPinned(true)} /> Stay with the survey of{' '}
            {dateAndTime(record.surveyedAt)}
          </label>
        </fieldset>
        <footer>
          <span className="push against">{data?.problem}</span>
          <Button onClick={onClose}>Cancel</Button>
          {again && (
            <Button
              disabled={state !== 'idle'}
              onClick={() =>
                send({ edit: 'saveAgain', id: String(again.id), revision: String(again.revision) })
              }
            >
              In place of “{again.name}”
            </Button>
          )}
          <Button type="submit" variant="contained" disabled={name.trim() === '' || state !== 'idle'}>
            Save
          </Button>
        </footer>
      </form>
    </Dialog>
  );
}
