import { partOf } from './requests.ts';
import type { Route } from './+types/find';

/** Elements that answer what is typed; without anything typed, those looked at lately. */
export const loader = (args: Route.LoaderArgs) => partOf('find', args);
