import { requestedCodebase } from './requests.ts';
import type { Route } from './+types/planProgress';

/** How far a proposal is that is being worked out; null for none. */
export function loader({ params }: Route.LoaderArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  return Response.json(runtime.asker.progress('proposedPlan', codebase.id));
}
