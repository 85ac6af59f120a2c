import { partOf } from './requests.ts';
import type { Route } from './+types/outline';

/** What a file declares, what it imports and who imports it. */
export const loader = (args: Route.LoaderArgs) => partOf('outline', args);
