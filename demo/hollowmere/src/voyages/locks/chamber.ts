import type { Metres } from '@kernel';
import type { Vessel } from '#fleet/vessel';

export class Chamber {
  private inside: Vessel[] = [];

  constructor(
    readonly length: Metres,
    readonly beam: Metres,
  ) {}

  takes(vessel: Vessel): boolean {
    return vessel.fits(this.length, this.beam) && this.room() >= vessel.dimensions.length;
  }

  enter(vessel: Vessel): boolean {
    if (!this.takes(vessel)) return false;
    this.inside.push(vessel);
    return true;
  }

  empty(): Vessel[] {
    const left = this.inside;
    this.inside = [];
    return left;
  }

  private room(): number {
    return this.length - this.inside.reduce((sum, vessel) => sum + vessel.dimensions.length, 0);
  }
}
