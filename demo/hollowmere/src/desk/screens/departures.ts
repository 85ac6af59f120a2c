import { voyages } from '../../voyages/repository';
import { routeLength } from '../../voyages/route/network';
import { Screen } from '../screen';

export class DeparturesScreen extends Screen {
  readonly title = 'departures';

  protected rows(): string[][] {
    return voyages
      .all()
      .filter((voyage) => voyage.status === 'planned')
      .map((voyage) => [voyage.vessel, voyage.departs.toISOString(), `${routeLength(voyage.route)} km`]);
  }
}
