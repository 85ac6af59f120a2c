import type { Vessel } from '#fleet/vessel';

const crownVessels = new Set(['Heron', 'Kingfisher']);

export function isExempt(vessel: Vessel, purpose: string): boolean {
  return crownVessels.has(vessel.name) || purpose === 'dredging' || purpose === 'rescue';
}
