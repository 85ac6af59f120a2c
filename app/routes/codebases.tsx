import { redirect } from 'react-router';
import { z } from 'zod';
import { checkedRoot } from '../../server/intake/intake.ts';
import { Problem } from '../../server/problem.ts';
import { runtime } from '../../server/runtime.ts';
import { listCodebases, openCodebase, removeCodebase } from '../../server/store/codebases.ts';
import { isUnderWay, latestJob } from '../../server/store/jobs.ts';
import { latestSurvey } from '../../server/store/surveys.ts';
import { requireSameOrigin } from '../state/requests.ts';
import { CodebasesPage } from '../views/codebases/CodebasesPage.tsx';
import type { Route } from './+types/codebases';

export function loader() {
  const { store } = runtime();
  return {
    codebases: listCodebases(store).map((codebase) => ({
      ...codebase,
      record: latestSurvey(store, codebase.id),
      job: latestJob(store, codebase.id),
    })),
  };
}

const form = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('open'), path: z.string().max(4096) }),
  z.object({ intent: z.literal('remove'), id: z.coerce.number().int() }),
]);

export async function action({ request }: Route.ActionArgs) {
  requireSameOrigin(request);
  const { store, queue } = runtime();
  const parsed = form.safeParse(Object.fromEntries(await request.formData()));
  if (!parsed.success) return { problem: 'That form was not filled in as expected.', path: '' };
  if (parsed.data.intent === 'remove') {
    const job = latestJob(store, parsed.data.id);
    if (job && isUnderWay(job)) queue.stop(job.id);
    removeCodebase(store, parsed.data.id);
    return redirect('/');
  }
  const { path } = parsed.data;
  try {
    const opened = openCodebase(store, checkedRoot(path));
    const job = latestJob(store, opened.id);
    if (!job || !isUnderWay(job)) queue.add(opened.id);
    return redirect(`/codebases/${opened.id}/survey`);
  } catch (error) {
    if (error instanceof Problem) return { problem: error.message, path };
    throw error;
  }
}

export default function Codebases({ loaderData, actionData }: Route.ComponentProps) {
  return <CodebasesPage codebases={loaderData.codebases} refusal={actionData ?? null} />;
}
