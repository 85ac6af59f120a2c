import { useState } from 'react';
import { Link, useLocation, useSearchParams } from 'react-router';
import type { Codebase } from '../../server/store/codebases.ts';
import type { SurveyRecord } from '../../server/store/surveys.ts';
import { dateAndTime } from '../state/figures.ts';
import { patched } from '../state/pictureState.ts';
import { onDemand } from './onDemand.tsx';
import { fromBase } from '../state/base.ts';
import { ownFetch } from '../state/ownFetch.ts';

const SaveDialog = onDemand(async () => (await import('./saved/SaveDialog.tsx')).SaveDialog);

/** The survey that is shown, a newer one when an address names an older, and a link that names it for others. */
export function SurveyPart({
  codebase,
  record,
  newest,
}: {
  codebase: Codebase;
  record: SurveyRecord;
  newest: number;
}) {
  const [params] = useSearchParams();
  const { pathname } = useLocation();
  const [isSaving, setSaving] = useState(false);
  const [copied, setCopied] = useState<'yes' | 'no' | null>(null);
  const copy = async (): Promise<void> => {
    try {
      const pinned = await ownFetch(`/codebases/${codebase.id}/surveys/${record.id}/pin`, {
        method: 'post',
      });
      const query = patched(params, { survey: String(record.id) });
      if (!pinned.ok) throw new Error('not pinned');
      await navigator.clipboard.writeText(`${location.origin}${fromBase(pathname)}?${query}`);
      setCopied('yes');
    } catch {
      setCopied('no');
    }
    setTimeout(() => setCopied(null), 2_000);
  };
  const commit = record.commitHash
    ? ` of ${codebase.ref ?? ''} ${record.commitHash.slice(0, 8)}`.replace('  ', ' ')
    : '';
  return (
    <div className="survey-part">
      <Link to={`/codebases/${codebase.id}/survey`}>
        <small>survey{commit}</small>
        <b className="mono">{dateAndTime(record.surveyedAt)}</b>
      </Link>
      {newest !== record.id ? (
        <Link to={`?${patched(params, { survey: null })}`} className="caution">
          a newer one exists
        </Link>
      ) : null}
      <button
        type="button"
        className="plain-button"
        title="Copy a link to this picture and this survey. The survey is kept, so that others see the same"
        onClick={() => void copy()}
      >
        {copied === 'yes' ? 'copied' : copied === 'no' ? 'not copied' : 'Copy link'}
      </button>
      {!pathname.endsWith('/saved') && (
        <button
          type="button"
          className="plain-button"
          title="Save this picture and its caption under a name"
          onClick={() => setSaving(true)}
        >
          Save view
        </button>
      )}
      {isSaving && <SaveDialog codebaseId={codebase.id} record={record} onClose={() => setSaving(false)} />}
    </div>
  );
}
