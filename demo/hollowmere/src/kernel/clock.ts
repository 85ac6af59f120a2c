/** Time as the rest of the system sees it; tests set it. */
export interface Clock {
  now(): Date;
}

export const wallClock: Clock = { now: () => new Date() };

export class StoppedClock implements Clock {
  constructor(private at: Date) {}

  now(): Date {
    return this.at;
  }

  advance(minutes: number): void {
    this.at = new Date(this.at.getTime() + minutes * 60_000);
  }
}
