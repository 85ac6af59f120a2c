import { usersOf, type BundleLinks } from './linkPulls.ts';

/** What so much of all uses, or what uses so much of all, and not less than so many, says little of what belongs together. */
const SHARE_OF_ALL = 0.15;
const LEAST_LINKS = 15;

/** For each bundle how many use it where that makes it a hub, and how many it uses where it starts the others; 0 for what is neither. */
export interface HubsAndStarters {
  hub: Int32Array;
  starts: Int32Array;
}

/** Hubs are used by a good part of all; what starts the others uses as many, and is used by nobody. O(links). */
export function hubsAndStarters(links: BundleLinks): HubsAndStarters {
  const { count, start } = links;
  const least = Math.max(LEAST_LINKS, SHARE_OF_ALL * count);
  const users = usersOf(links);
  const uses = Int32Array.from({ length: count }, (_, bundle) => start[bundle + 1] - start[bundle]);
  return {
    hub: users.map((number) => (number >= least ? number : 0)),
    starts: uses.map((number, bundle) => (users[bundle] === 0 && number >= least ? number : 0)),
  };
}
