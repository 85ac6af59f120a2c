import { useEffect, useState } from 'react';
import { Outlet, useLocation, useRevalidator } from 'react-router';
import { latestSurvey } from '../../server/store/surveys.ts';
import { codebaseState } from '../../server/views/codebaseState.ts';
import { newsOf } from '../../server/views/completenessNews.ts';
import { Dossier } from '../frame/Dossier.tsx';
import { ElementMenuProvider } from '../frame/ElementMenu.tsx';
import { Finder } from '../frame/Finder.tsx';
import { KeysDialog } from '../frame/KeysDialog.tsx';
import { Rail } from '../frame/Rail.tsx';
import { TitleBlock } from '../frame/TitleBlock.tsx';
import { NoteDialogProvider } from '../frame/notes/NoteDialog.tsx';
import { ShortlistProvider } from '../frame/shortlists/Shortlists.tsx';
import { Tray } from '../frame/shortlists/Tray.tsx';
import { useFrameKeys } from '../frame/useFrameKeys.ts';
import { LiveProvider } from '../state/live.tsx';
import { noteVisit } from '../state/recent.ts';
import { requestedCodebase } from '../state/requests.ts';
import { usePicture } from '../state/usePicture.ts';
import type { Route } from './+types/codebase';

export function loader({ params }: Route.LoaderArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const record = latestSurvey(runtime.store, codebase.id);
  return {
    codebase,
    record,
    state: codebaseState(runtime.store, codebase.id),
    news: record && newsOf(runtime, codebase.id, record.id),
  };
}

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `${loaderData.codebase.name} – Yletope` : 'Yletope' },
];

/** Views in which there is no focus to tell of. */
const withoutDossier = new Set(['survey', 'intake', 'document']);

export default function CodebaseFrame({ loaderData }: Route.ComponentProps) {
  const { codebase, record, state, news } = loaderData;
  const [finding, setFinding] = useState(false);
  const [showsKeys, setShowsKeys] = useState(false);
  const picture = usePicture();
  const view = useLocation().pathname.split('/')[3] ?? '';
  const revalidator = useRevalidator();
  useEffect(() => {
    if (picture.focus !== null) noteVisit(codebase.id, picture.focus);
  }, [codebase.id, picture.focus]);
  useFrameKeys(codebase.id, picture, { onFind: () => setFinding(true), onKeys: () => setShowsKeys(true) });
  return (
    <LiveProvider
      codebaseId={codebase.id}
      initial={state}
      isWatched={codebase.keepCurrent !== 'no'}
      onMilestone={() => void revalidator.revalidate()}
    >
      <ShortlistProvider codebaseId={String(codebase.id)}>
        <NoteDialogProvider codebaseId={String(codebase.id)}>
          <ElementMenuProvider>
            <div className="frame">
              <TitleBlock codebase={codebase} record={record} news={news} onFind={() => setFinding(true)} />
              <Rail codebaseId={codebase.id} totals={record?.totals ?? null} news={news} />
              <main className="view">
                <Outlet />
              </main>
              {!withoutDossier.has(view) && record && (
                <Dossier codebaseId={codebase.id} staysWhenEmpty={view === 'matrix' || view === 'cycles'} />
              )}
              {record && <Tray codebaseId={String(codebase.id)} />}
            </div>
            {finding && <Finder codebaseId={codebase.id} onClose={() => setFinding(false)} />}
            {showsKeys && <KeysDialog view={view} onClose={() => setShowsKeys(false)} />}
          </ElementMenuProvider>
        </NoteDialogProvider>
      </ShortlistProvider>
    </LiveProvider>
  );
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';
