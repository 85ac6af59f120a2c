import { useState } from 'react';
import { Outlet, useLocation, useRevalidator } from 'react-router';
import { latestJob, isUnderWay } from '../../server/store/jobs.ts';
import { latestSurvey } from '../../server/store/surveys.ts';
import { Dossier } from '../frame/Dossier.tsx';
import { ElementMenuProvider } from '../frame/ElementMenu.tsx';
import { Finder } from '../frame/Finder.tsx';
import { KeysDialog } from '../frame/KeysDialog.tsx';
import { Rail } from '../frame/Rail.tsx';
import { TitleBlock } from '../frame/TitleBlock.tsx';
import { useFrameKeys } from '../frame/useFrameKeys.ts';
import { requestedCodebase } from '../state/requests.ts';
import { usePicture } from '../state/usePicture.ts';
import { useJobEvents } from '../state/useJobEvents.ts';
import type { Route } from './+types/codebase';

export function loader({ params }: Route.LoaderArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const job = latestJob(runtime.store, codebase.id);
  return {
    codebase,
    record: latestSurvey(runtime.store, codebase.id),
    job: job && isUnderWay(job) ? job : null,
  };
}

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `${loaderData.codebase.name} – Yletope` : 'Yletope' },
];

export default function CodebaseFrame({ loaderData: { codebase, record, job } }: Route.ComponentProps) {
  const [finding, setFinding] = useState(false);
  const [showsKeys, setShowsKeys] = useState(false);
  const picture = usePicture();
  const view = useLocation().pathname.split('/')[3] ?? '';
  const revalidator = useRevalidator();
  const live = useJobEvents(codebase.id, job, () => void revalidator.revalidate());
  useFrameKeys(codebase.id, picture, { onFind: () => setFinding(true), onKeys: () => setShowsKeys(true) });
  return (
    <ElementMenuProvider>
      <div className="frame">
        <TitleBlock codebase={codebase} record={record} job={live} onFind={() => setFinding(true)} />
        <Rail codebaseId={codebase.id} totals={record?.totals ?? null} />
        <main className="view">
          <Outlet />
        </main>
        {view !== 'survey' && record && (
          <Dossier codebaseId={codebase.id} staysWhenEmpty={view === 'matrix' || view === 'cycles'} />
        )}
      </div>
      {finding && <Finder codebaseId={codebase.id} onClose={() => setFinding(false)} />}
      {showsKeys && <KeysDialog view={view} onClose={() => setShowsKeys(false)} />}
    </ElementMenuProvider>
  );
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';
