import { tonnes, type Tonnes, type VesselId } from '@kernel';
import { Vessel, type Dimensions } from './vessel';

export type HullKind = 'open' | 'covered' | 'tank';

export class Barge extends Vessel {
  constructor(
    id: VesselId,
    name: string,
    dimensions: Dimensions,
    readonly hull: HullKind,
    private readonly holdTonnes: number,
  ) {
    super(id, name, dimensions);
  }

  capacity(): Tonnes {
    return tonnes(this.hull === 'tank' ? this.holdTonnes * 0.95 : this.holdTonnes);
  }

  protected override keelMargin(): number {
    return this.hull === 'tank' ? 0.5 : super.keelMargin();
  }
}
