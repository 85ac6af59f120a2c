import type { Metres, Tonnes, VesselId } from '@kernel';

export interface Dimensions {
  length: Metres;
  beam: Metres;
  draught: Metres;
}

/** Anything that floats and is registered. */
export abstract class Vessel {
  constructor(
    readonly id: VesselId,
    readonly name: string,
    readonly dimensions: Dimensions,
  ) {}

  abstract capacity(): Tonnes;

  /** Water needed under the keel, with the margin that the canal law asks for. */
  requiredDepth(): number {
    return this.dimensions.draught + this.keelMargin();
  }

  fits(length: Metres, beam: Metres): boolean {
    return this.dimensions.length <= length && this.dimensions.beam <= beam;
  }

  protected keelMargin(): number {
    return 0.3;
  }
}
