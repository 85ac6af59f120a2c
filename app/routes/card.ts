import { partOf } from './requests.ts';
import type { Route } from './+types/card';

/** What a name is, in short. */
export const loader = (args: Route.LoaderArgs) => partOf('card', args);
