import { refused, done, type Result } from '@kernel';
import { missing, type CertificateKind } from './certificates';
import type { Member, Rank } from './member';
import { mayTake, type Shift } from './shifts';
import type { Watch } from './rest';

export interface Need {
  rank: Rank;
  count: number;
  certificates: CertificateKind[];
}

export function fill(needs: Need[], members: Member[], watch: Watch, taken: Shift[]): Result<Shift[]> {
  const shifts: Shift[] = [];
  for (const need of needs) {
    const fit = members.filter(
      (member) =>
        member.rank === need.rank &&
        missing(member.certificates, need.certificates, watch.from).length === 0 &&
        mayTake(member, watch, [...taken, ...shifts]),
    );
    if (fit.length < need.count) return refused(`only ${fit.length} of ${need.count} ${need.rank}s`);
    for (const member of fit.slice(0, need.count)) shifts.push({ member, watch });
  }
  return done(shifts);
}

/** Dead: nothing has called it since rosters are filled by rank. */
function pairByInitials(members: Member[]): Map<string, Member[]> {
  const pairs = new Map<string, Member[]>();
  for (const member of members) {
    const initial = member.name[0] ?? '?';
    pairs.set(initial, [...(pairs.get(initial) ?? []), member]);
  }
  return pairs;
}
