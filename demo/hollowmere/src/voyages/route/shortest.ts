import { refused, done, type Result } from '@kernel';
import type { CanalNetwork, Reach, Route } from './network';
import { passable } from './restrictions';
import type { Vessel } from '#fleet/vessel';

/** Dijkstra over the canal, a lock counting as three kilometres. */
export function shortestRoute(network: CanalNetwork, vessel: Vessel, from: string, to: string): Result<Route> {
  const cost = new Map<string, number>([[from, 0]]);
  const came = new Map<string, Reach>();
  const open = new Set([from]);
  while (open.size > 0) {
    let place = '';
    for (const candidate of open) {
      if (place === '' || cost.get(candidate)! < cost.get(place)!) place = candidate;
    }
    open.delete(place);
    if (place === to) return done(backtrack(came, from, to));
    for (const reach of network.from(place)) {
      if (!passable(reach, vessel)) continue;
      const through = cost.get(place)! + reach.length + 3 * reach.locks;
      if (through >= (cost.get(reach.to) ?? Infinity)) continue;
      cost.set(reach.to, through);
      came.set(reach.to, reach);
      open.add(reach.to);
    }
  }
  return refused(`no way from ${from} to ${to} for ${vessel.name}`);
}

function backtrack(came: Map<string, Reach>, from: string, to: string): Route {
  const reaches: Reach[] = [];
  for (let place = to; place !== from; ) {
    const reach = came.get(place)!;
    reaches.unshift(reach);
    place = reach.from;
  }
  return { reaches };
}
