import { addDays, daysBetween } from '@kernel';
import { wallClock } from '@kernel/clock';
import type { Vessel } from './vessel';
import { Barge } from './barge';

export interface Inspection {
  vessel: Vessel;
  on: Date;
  passed: boolean;
}

/** Tank hulls are looked at twice a year, all others once. */
export function nextInspection(last: Inspection): Date {
  const isTank = last.vessel instanceof Barge && last.vessel.hull === 'tank';
  return addDays(last.on, isTank ? 182 : 365);
}

export function isOverdue(last: Inspection): boolean {
  return !last.passed || daysBetween(nextInspection(last), wallClock.now()) > 0;
}
