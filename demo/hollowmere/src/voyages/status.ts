import { done, refused, type Result } from '@kernel';

export type VoyageStatus = 'planned' | 'under way' | 'waiting' | 'arrived' | 'cancelled';

const next: Record<VoyageStatus, VoyageStatus[]> = {
  planned: ['under way', 'cancelled'],
  'under way': ['waiting', 'arrived'],
  waiting: ['under way', 'cancelled'],
  arrived: [],
  cancelled: [],
};

export function advance(from: VoyageStatus, to: VoyageStatus): Result<VoyageStatus> {
  return next[from].includes(to) ? done(to) : refused(`a voyage that is ${from} cannot be ${to}`);
}
