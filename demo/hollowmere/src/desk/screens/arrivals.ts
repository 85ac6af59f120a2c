import { voyages, type VoyageRepository } from '../../voyages/repository';
import { expectedArrival } from '../../voyages/plan';
import { registry } from '../../fleet/registry';
import { Screen } from '../screen';

export class ArrivalsScreen extends Screen {
  readonly title = 'arrivals';

  constructor(private readonly repository: VoyageRepository = voyages) {
    super();
  }

  protected rows(): string[][] {
    return this.repository
      .all()
      .filter((voyage) => voyage.status === 'under way')
      .map((voyage) => [registry.find(voyage.vessel)?.name ?? '?', voyage.status, expectedArrival(voyage).toISOString()]);
  }
}
