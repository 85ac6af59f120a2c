import { redirect } from 'react-router';
import { z } from 'zod';
import { languagesInWords } from '../../core/languages/registry.ts';
import { originOf } from '../../server/source/address.ts';
import { listCodebases, openCodebase, removeCodebase } from '../../server/store/codebases.ts';
import { isUnderWay, jobsUnderWay, latestJob } from '../../server/store/jobs.ts';
import { saveSettings, settings, settingsSchema } from '../../server/store/settings.ts';
import { latestSurvey } from '../../server/store/surveys.ts';
import { formOf, orProblem, running } from './requests.ts';
import { CodebasesPage } from '../views/codebases/CodebasesPage.tsx';
import type { Route } from './+types/codebases';

export function loader() {
  const { store, damage } = running();
  const waiting = jobsUnderWay(store).filter(({ kind, state }) => kind === 'survey' && state === 'waiting');
  return {
    damage,
    settings: settings(store),
    languages: languagesInWords(),
    codebases: listCodebases(store).map((codebase) => ({
      ...codebase,
      record: latestSurvey(store, codebase.id),
      job: latestJob(store, codebase.id),
      /** Place in the queue of surveys, from 1; 0 for one that does not wait. */
      queued: waiting.findIndex(({ codebaseId }) => codebaseId === codebase.id) + 1,
    })),
  };
}

const form = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('open'), path: z.string().max(4096), ref: z.string().max(500).default('') }),
  z.object({ intent: z.literal('remove'), id: z.coerce.number().int() }),
  settingsSchema.extend({ intent: z.literal('settings') }),
]);

export async function action({ request }: Route.ActionArgs) {
  const { store, queue, watching } = running();
  const parsed = form.safeParse(await formOf(request));
  if (!parsed.success) return { problem: 'That form was not filled in as expected.', path: '', ref: '' };
  const asked = parsed.data;
  const done = await orProblem(() => {
    switch (asked.intent) {
      case 'remove':
        for (const job of jobsUnderWay(store)) if (job.codebaseId === asked.id) queue.stop(job.id);
        watching.unwatch(asked.id);
        removeCodebase(store, asked.id);
        return redirect('/');
      case 'settings': {
        const { intent: _, ...chosen } = asked;
        saveSettings(store, chosen);
        return redirect('/');
      }
      case 'open': {
        const opened = openCodebase(store, originOf(asked.path, asked.ref));
        const job = latestJob(store, opened.id, 'intake');
        if (!job || !isUnderWay(job)) queue.add(opened.id, { kind: 'intake' });
        return redirect(`/codebases/${opened.id}/intake`);
      }
    }
  });
  if (!('problem' in done)) return done;
  // What was typed is given back with what is wrong about it.
  return asked.intent === 'open'
    ? { ...done, path: asked.path, ref: asked.ref }
    : { ...done, path: '', ref: '' };
}

export default function Codebases({ loaderData, actionData }: Route.ComponentProps) {
  return <CodebasesPage {...loaderData} refusal={actionData ?? null} />;
}
