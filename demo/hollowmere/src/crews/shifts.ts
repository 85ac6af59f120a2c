import { isWeekend, startOfDay } from '@kernel';
import type { Member } from './member';
import { hasRestedEnough, type Watch } from './rest';

export interface Shift {
  member: Member;
  watch: Watch;
}

export function shiftCost(shift: Shift): number {
  const hours = (shift.watch.to.getTime() - shift.watch.from.getTime()) / 3_600_000;
  return hours * (isWeekend(shift.watch.from) ? 1.5 : 1);
}

export function mayTake(member: Member, watch: Watch, taken: Shift[]): boolean {
  const own = taken.filter((shift) => shift.member.id === member.id).map((shift) => shift.watch);
  return hasRestedEnough([...own, watch], startOfDay(watch.from));
}
