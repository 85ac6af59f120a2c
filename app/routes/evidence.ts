import { partOf } from './requests.ts';
import type { Route } from './+types/evidence';

/** The places behind one claim. */
export const loader = (args: Route.LoaderArgs) => partOf('evidence', args);
