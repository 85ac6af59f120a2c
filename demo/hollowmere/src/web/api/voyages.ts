import { expectedArrival } from '../../voyages/plan';
import { voyages } from '../../voyages/repository';

export function voyageList(query: URLSearchParams): unknown {
  const wanted = query.get('vessel');
  return voyages
    .all()
    .filter((voyage) => wanted === null || voyage.vessel === wanted)
    .map((voyage) => ({ id: voyage.id, status: voyage.status, arrival: expectedArrival(voyage) }));
}
