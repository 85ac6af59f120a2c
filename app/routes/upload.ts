import { data } from 'react-router';
import { asProblem, sentenceOf } from '../../server/failure.ts';
import { openCodebase } from '../../server/store/codebases.ts';
import { isUnderWay, latestJob } from '../../server/store/jobs.ts';
import { receiveArchive } from '../../server/work/receiveUpload.ts';
import { running } from './requests.ts';
import type { Route } from './+types/upload';

/** Takes an archive as the body of the request, written to disk as it comes. Answers with the codebase's id. */
export async function action({ request }: Route.ActionArgs) {
  const { store, queue } = running();
  const name = new URL(request.url).searchParams.get('name') ?? '';
  try {
    const origin = await receiveArchive(store, name, request);
    const opened = openCodebase(store, origin);
    const job = latestJob(store, opened.id, 'intake');
    if (!job || !isUnderWay(job)) queue.add(opened.id, { kind: 'intake' });
    return { id: opened.id };
  } catch (error) {
    const status = asProblem(error) ? 400 : 500;
    return data({ problem: sentenceOf(error) }, { status });
  }
}
