import { rounded } from '@kernel';
import { lockMinutes } from '../locks/schedule';
import { routeLength, type Route } from '../route/network';
import { delayAt } from './delays';
import { cruisingSpeed } from './speed';

export function hoursFor(route: Route, tonnes: number): number {
  const sailing = routeLength(route) / cruisingSpeed(tonnes);
  const locking = route.reaches.reduce((sum, reach) => sum + lockMinutes(reach.locks), 0) / 60;
  const waiting = route.reaches.reduce((sum, reach) => sum + delayAt(reach.to), 0) / 60;
  return rounded(sailing + locking + waiting, 1);
}
