import { refused, done, type Result, type VesselId } from '@kernel';
import type { Vessel } from './vessel';

export class FleetRegistry {
  private readonly vessels = new Map<VesselId, Vessel>();

  enter(vessel: Vessel): Result<Vessel> {
    if (this.vessels.has(vessel.id)) return refused(`${vessel.name} is registered already`);
    this.vessels.set(vessel.id, vessel);
    return done(vessel);
  }

  find(id: VesselId): Vessel | undefined {
    return this.vessels.get(id);
  }

  byName(part: string): Vessel[] {
    return [...this.vessels.values()].filter((vessel) => vessel.name.includes(part));
  }
}

export const registry = new FleetRegistry();
