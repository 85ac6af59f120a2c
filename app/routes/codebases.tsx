import { redirect } from 'react-router';
import { z } from 'zod';
import { languagesInWords } from '../../core/languages/registry.ts';
import { Problem } from '../../server/problem.ts';
import { runtime } from '../../server/work/runtime.ts';
import { originOf } from '../../server/source/address.ts';
import { listCodebases, openCodebase, removeCodebase } from '../../server/store/codebases.ts';
import { isUnderWay, jobsUnderWay, latestJob } from '../../server/store/jobs.ts';
import { saveSettings, settings, settingsSchema } from '../../server/store/settings.ts';
import { latestSurvey } from '../../server/store/surveys.ts';
import { requireSameOrigin } from './requests.ts';
import { CodebasesPage } from '../views/codebases/CodebasesPage.tsx';
import type { Route } from './+types/codebases';

export function loader() {
  const { store } = runtime();
  const waiting = jobsUnderWay(store).filter(({ kind, state }) => kind === 'survey' && state === 'waiting');
  return {
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
  requireSameOrigin(request);
  const { store, queue, watching } = runtime();
  const parsed = form.safeParse(Object.fromEntries(await request.formData()));
  if (!parsed.success) return { problem: 'That form was not filled in as expected.', path: '', ref: '' };
  switch (parsed.data.intent) {
    case 'remove': {
      for (const job of jobsUnderWay(store)) if (job.codebaseId === parsed.data.id) queue.stop(job.id);
      watching.unwatch(parsed.data.id);
      removeCodebase(store, parsed.data.id);
      return redirect('/');
    }
    case 'settings': {
      const { intent: _, ...chosen } = parsed.data;
      saveSettings(store, chosen);
      return redirect('/');
    }
    case 'open': {
      const { path, ref } = parsed.data;
      try {
        const opened = openCodebase(store, originOf(path, ref));
        const job = latestJob(store, opened.id, 'intake');
        if (!job || !isUnderWay(job)) queue.add(opened.id, { kind: 'intake' });
        return redirect(`/codebases/${opened.id}/intake`);
      } catch (error) {
        if (error instanceof Problem) return { problem: error.message, path, ref };
        throw error;
      }
    }
  }
}

export default function Codebases({ loaderData, actionData }: Route.ComponentProps) {
  return <CodebasesPage {...loaderData} refusal={actionData ?? null} />;
}
