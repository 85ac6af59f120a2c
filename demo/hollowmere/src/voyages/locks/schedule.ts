import { isWeekend } from '@kernel';
import type { Lock } from './lock';

const MINUTES = 25;

export function lockMinutes(locks: number): number {
  return locks * MINUTES;
}

export function isOpen(lock: Lock, at: Date): boolean {
  const hour = at.getHours();
  return isWeekend(at) ? hour >= 8 && hour < 18 : hour >= 5 && (hour < 22 || lock.rise > 6);
}
