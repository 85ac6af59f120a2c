import { partOf } from './requests.ts';
import type { Route } from './+types/dossier';

/** All that is known of the focus. */
export const loader = (args: Route.LoaderArgs) => partOf('dossier', args);
