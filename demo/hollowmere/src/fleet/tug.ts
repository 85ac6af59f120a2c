import { tonnes, type Tonnes, type VesselId } from '@kernel';
import { Vessel, type Dimensions } from './vessel';

export class Tug extends Vessel {
  constructor(
    id: VesselId,
    name: string,
    dimensions: Dimensions,
    readonly horsepower: number,
  ) {
    super(id, name, dimensions);
  }

  capacity(): Tonnes {
    return tonnes(0);
  }

  /** How many loaded barges it can tow against the given current. */
  towLimit(current: number): number {
    return Math.max(1, Math.floor(this.horsepower / (180 + 40 * current)));
  }
}
