import { tariff1911 } from '../../tolls/tariff';
import type { TollClass } from '../../tolls/classes';

export function tolls(query: URLSearchParams): unknown {
  const cls = (query.get('class') ?? 'A') as TollClass;
  const kilometres = Number(query.get('km') ?? 0);
  return { amount: tariff1911.quote(cls, kilometres, new Date().getMonth()).toString() };
}
