import type { Result } from '@kernel';
import { validate, type Check } from '@kernel/validation';
import { shortestRoute } from '../../voyages/route/shortest';
import type { CanalNetwork } from '../../voyages/route/network';
import { newVoyage, type Voyage } from '../../voyages/voyage';
import { voyages } from '../../voyages/repository';
import type { Vessel } from '../../fleet/vessel';

export interface VoyageInput {
  from: string;
  to: string;
  departs: Date;
}

const checks: Check<VoyageInput>[] = [
  (input) => (input.from === input.to ? 'the voyage ends where it begins' : null),
  (input) => (Number.isNaN(input.departs.getTime()) ? 'the day of departure is missing' : null),
];

export function submitVoyage(input: VoyageInput, vessel: Vessel, network: CanalNetwork): Result<Voyage> {
  const valid = validate(input, checks);
  if (!valid.ok) return valid;
  const route = shortestRoute(network, vessel, input.from, input.to);
  if (!route.ok) return route;
  const voyage = newVoyage(vessel.id, route.value, input.departs);
  voyages.save(voyage);
  return { ok: true, value: voyage };
}
