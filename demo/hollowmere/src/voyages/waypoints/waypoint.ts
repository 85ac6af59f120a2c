import type { Route } from '../route/network';

export interface Waypoint {
  name: string;
  kilometre: number;
}

export function waypointsOf(route: Route): Waypoint[] {
  let kilometre = 0;
  const first = route.reaches[0];
  const points: Waypoint[] = first ? [{ name: first.from, kilometre }] : [];
  for (const reach of route.reaches) {
    kilometre += reach.length;
    points.push({ name: reach.to, kilometre });
  }
  return points;
}
