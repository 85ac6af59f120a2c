import type { VesselId, VoyageId } from '@kernel';
import type { Voyage } from './voyage';
import { advance, type VoyageStatus } from './status';

export class VoyageRepository {
  private readonly voyages = new Map<VoyageId, Voyage>();

  save(voyage: Voyage): void {
    this.voyages.set(voyage.id, voyage);
  }

  get(id: VoyageId): Voyage | undefined {
    return this.voyages.get(id);
  }

  of(vessel: VesselId): Voyage[] {
    return this.all().filter((voyage) => voyage.vessel === vessel);
  }

  move(id: VoyageId, to: VoyageStatus): boolean {
    const voyage = this.get(id);
    if (!voyage) return false;
    const result = advance(voyage.status, to);
    if (result.ok) this.save({ ...voyage, status: result.value });
    return result.ok;
  }

  all(): Voyage[] {
    return [...this.voyages.values()];
  }
}

export const voyages = new VoyageRepository();
