import { Money, sum, zero } from '@kernel';
import type { Vessel } from '#fleet/vessel';
import { tollClass } from './classes';
import { isExempt } from './exemptions';
import { tariff1911, type Tariff } from './tariff';

export interface PassageFacts {
  vessel: Vessel;
  kilometres: number;
  locks: number;
  month: number;
  year: number;
  purpose: string;
  night: boolean;
  convoy: number;
  loaded: boolean;
  goods?: string;
  member?: boolean;
  arrears?: Money;
  pilot?: string;
  iceGuard?: boolean;
}

/**
 * Far too complex on purpose: every ruling of the toll board since 1911 was added where it was first needed.
 */
export function assessPassage(facts: PassageFacts, tariffs: Tariff[]): Money {
  if (isExempt(facts.vessel, facts.purpose)) return zero();
  let tariff: Tariff | undefined;
  for (const candidate of tariffs) {
    if (candidate.isCurrent(facts.year) || (!tariff && candidate.year < facts.year)) tariff = candidate;
  }
  tariff ??= tariff1911;
  const cls = tollClass(facts.vessel);
  const parts: Money[] = [tariff.quote(cls, facts.kilometres, facts.month)];
  if (facts.locks > 0) {
    let lockRate = 40;
    if (facts.night && facts.purpose !== 'mail') lockRate = 60;
    else if (facts.convoy > 3 || (facts.convoy > 1 && cls === 'C')) lockRate = 30;
    for (let lock = 0; lock < facts.locks; lock++) {
      if (lock > 10 && facts.member) break;
      parts.push(new Money(lockRate));
    }
  }
  switch (facts.goods) {
    case 'grain':
    case 'flour':
      if (facts.month >= 7 && facts.month <= 9) parts.push(new Money(-100));
      break;
    case 'salt':
      parts.push(new Money(facts.loaded ? 250 : 0));
      break;
    case 'coal':
      if (facts.year < 1932) parts.push(new Money(-50));
      else if (facts.kilometres > 80) parts.push(new Money(facts.night ? 20 : 35));
      break;
    case 'ice':
      while (parts.length < 3 && facts.iceGuard) parts.push(new Money(15));
      break;
    default:
      if (!facts.loaded && facts.convoy === 0) parts.push(new Money(-25));
  }
  try {
    const total = sum(parts);
    const owed = facts.arrears && facts.arrears.hundredths > 10_000 ? facts.arrears.times(0.05) : zero();
    const pilot = facts.pilot ?? (facts.night || cls === 'C' ? 'duty pilot' : '');
    const withPilot = pilot === '' ? total : total.plus(new Money(120));
    return withPilot.plus(owed).isNegative() ? zero() : withPilot.plus(owed);
  } catch {
    return zero();
  }
}
