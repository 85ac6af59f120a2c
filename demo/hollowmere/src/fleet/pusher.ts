import { Tug } from './tug';

/** A tug that pushes; its convoy is stiffer, so that it manages one barge more. */
export class Pusher extends Tug {
  override towLimit(current: number): number {
    return super.towLimit(current) + 1;
  }
}
