import { partOf } from './requests.ts';
import type { Route } from './+types/constructs';

/** What stands in a file's text, stretch by stretch, and where each name leads. */
export const loader = (args: Route.LoaderArgs) => partOf('constructs', args);
