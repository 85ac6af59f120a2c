import { nextIdentity, type Identity } from '@kernel';
import type { Certificate } from './certificates';

export type MemberId = Identity<'member'>;
export type Rank = 'skipper' | 'mate' | 'deckhand' | 'engineer';

export interface Member {
  id: MemberId;
  name: string;
  rank: Rank;
  certificates: Certificate[];
}

export function engage(name: string, rank: Rank): Member {
  return { id: nextIdentity('member'), name, rank, certificates: [] };
}
