import { done, refused, type Result } from '@kernel';
import type { Vessel } from '#fleet/vessel';
import { needsClearance } from './customs';
import type { Manifest } from './manifest';
import { totalWeight, type Consignment } from './weights';

export function cargoWeight(manifest: Manifest): number {
  return totalWeight(manifest.consignments);
}

export function load(manifest: Manifest, vessel: Vessel, consignment: Consignment): Result<Manifest> {
  if (manifest.sealed) return refused('the manifest is sealed');
  if (needsClearance(consignment)) return refused(`${consignment.goods} waits for customs`);
  const next = { ...manifest, consignments: [...manifest.consignments, consignment] };
  return cargoWeight(next) > vessel.capacity() ? refused(`${vessel.name} would be overloaded`) : done(next);
}
