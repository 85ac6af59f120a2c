import { partOf } from './requests.ts';
import type { Route } from './+types/uses';

/** One step of a tree of uses. */
export const loader = (args: Route.LoaderArgs) => partOf('uses', args);
