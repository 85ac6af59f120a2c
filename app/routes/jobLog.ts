import { job } from '../../server/store/jobs.ts';
import { logOf } from '../../server/store/jobLog.ts';
import { answering, requestedCodebase } from './requests.ts';
import type { Route } from './+types/jobLog';

/** The whole log of a job as text, to be kept. */
export function loader({ params }: Route.LoaderArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const found = answering(() => job(runtime.store, Number(params.jobId)));
  if (found.codebaseId !== codebase.id)
    throw new Response('This log belongs to another codebase.', { status: 404 });
  const text = logOf(runtime.store, found.id)
    .map(({ at, line }) => `${at} ${line}\n`)
    .join('');
  const name = `${codebase.name}-${found.kind}-${found.id}.log`.replace(/[^\w.-]+/g, '_');
  return new Response(text, {
    headers: {
      'content-type': 'text/plain; charset=utf-8',
      'content-disposition': `attachment; filename="${name}"`,
    },
  });
}
