import { useEffect, useState } from 'react';
import { Outlet, useLocation, useRevalidator } from 'react-router';
import { keptAddress } from '../../server/store/keptAddresses.ts';
import { markings, marks } from '../../server/store/marks.ts';
import { latestSurveyId, surveyShown } from '../../server/store/surveys.ts';
import { codebaseState } from '../../server/views/codebaseState.ts';
import { KEPT } from '../../server/views/graphQuery/address.ts';
import { newsOf } from '../../server/views/completenessNews.ts';
import { Dossier, useDossierPlace } from '../frame/Dossier.tsx';
import { ElementMenuProvider } from '../frame/ElementMenu.tsx';
import { FirstVisit } from '../frame/FirstVisit.tsx';
import { onDemand } from '../frame/onDemand.tsx';
import { Rail } from '../frame/Rail.tsx';
import { TitleBlock } from '../frame/TitleBlock.tsx';
import { ViewTabs } from '../frame/ViewTabs.tsx';
import { MarksProvider } from '../frame/marks/Marks.tsx';
import { NoteDialogProvider } from '../frame/notes/NoteDialog.tsx';
import { ShortlistProvider } from '../frame/shortlists/Shortlists.tsx';
import { focusPicture, useFrameKeys, usePictureFocus } from '../frame/useFrameKeys.ts';
import { ViewsProvider } from '../frame/viewDescriptor.ts';
import { LiveProvider } from '../state/live.tsx';
import { noteVisit } from '../state/recent.ts';
import { pictureState } from '../state/pictureState.ts';
import { answering, requestedCodebase } from './requests.ts';
import { usePicture } from '../state/usePicture.ts';
import { visitedViews } from '../state/visitedViews.ts';
import { allViews } from '../views.ts';
import type { Route } from './+types/codebase';

// A page is painted without these.
const Finder = onDemand(async () => (await import('../frame/Finder.tsx')).Finder);
const KeysDialog = onDemand(async () => (await import('../frame/KeysDialog.tsx')).KeysDialog);
const Tray = onDemand(async () => (await import('../frame/shortlists/Tray.tsx')).Tray);

export function loader({ params, request }: Route.LoaderArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const asked = new URL(request.url).searchParams;
  const { survey: pinned } = pictureState(asked);
  const keptId = asked.get(KEPT);
  const record = answering(() => surveyShown(runtime.store, codebase.id, pinned));
  return {
    codebase,
    record,
    /** What the address at hand has no room for. */
    kept:
      keptId === null
        ? null
        : answering(() => ({ id: keptId, search: keptAddress(runtime.store, codebase.id, keptId) })),
    newest: latestSurveyId(runtime.store, codebase.id),
    state: codebaseState(runtime.store, codebase.id),
    news: record && newsOf(runtime, codebase.id, record.id),
    marks: marks(runtime.store, codebase.id),
    markings: markings(runtime.store, codebase.id),
    visited: visitedViews(request.headers.get('cookie')),
  };
}

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `${loaderData.codebase.name} – Yletope` : 'Yletope' },
];

export default function CodebaseFrame(props: Route.ComponentProps) {
  return (
    <ViewsProvider value={allViews}>
      <Frame {...props} />
    </ViewsProvider>
  );
}

function Frame({ loaderData }: Route.ComponentProps) {
  const { codebase, record, newest, state, news, marks: known, markings: shown, visited } = loaderData;
  const [finding, setFinding] = useState(false);
  const [showsKeys, setShowsKeys] = useState(false);
  const picture = usePicture();
  const view = useLocation().pathname.split('/')[3] ?? '';
  const place = useDossierPlace(
    view,
    allViews.find(({ path }) => path === view)?.dossier ?? 'never',
    picture,
  );
  const revalidator = useRevalidator();
  useEffect(() => {
    if (picture.focus !== null) noteVisit(codebase.id, picture.focus);
  }, [codebase.id, picture.focus]);
  usePictureFocus(view);
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
          <MarksProvider codebaseId={codebase.id} marks={known} markings={shown}>
            <ElementMenuProvider>
              <div className="frame">
                <button type="button" className="skip-link" onClick={focusPicture}>
                  To the picture
                </button>
                <TitleBlock
                  codebase={codebase}
                  record={record}
                  newest={newest}
                  news={news}
                  onFind={() => setFinding(true)}
                />
                <Rail codebaseId={codebase.id} view={view} totals={record?.totals ?? null} news={news} />
                <main
                  className="view"
                  tabIndex={-1}
                  data-keeps-room={place.keepsRoom && record !== null ? '' : undefined}
                >
                  <ViewTabs codebaseId={codebase.id} view={view} />
                  <FirstVisit key={view} view={view} visited={visited} onKeys={() => setShowsKeys(true)} />
                  <Outlet />
                </main>
                {place.isShown && record && <Dossier codebaseId={codebase.id} />}
                {record && <Tray codebaseId={String(codebase.id)} />}
              </div>
              {finding && <Finder codebaseId={codebase.id} onClose={() => setFinding(false)} />}
              {showsKeys && <KeysDialog view={view} onClose={() => setShowsKeys(false)} />}
            </ElementMenuProvider>
          </MarksProvider>
        </NoteDialogProvider>
      </ShortlistProvider>
    </LiveProvider>
  );
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';
