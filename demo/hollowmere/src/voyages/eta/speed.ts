import { clamp, speed, type Speed } from '@kernel';

/** Nine kilometres an hour empty, down to six when she lies deep. */
export function cruisingSpeed(tonnes: number): Speed {
  return speed(clamp(9 - tonnes / 400, 6, 9));
}
