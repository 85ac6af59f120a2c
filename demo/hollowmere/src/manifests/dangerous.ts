import type { Manifest } from './manifest';
import { totalWeight } from './weights';

const together: Record<number, number[]> = { 1: [1], 2: [2, 4], 3: [3], 4: [2, 4], 8: [8, 9], 9: [8, 9] };

export function clash(manifest: Manifest): [string, string] | null {
  const dangerous = manifest.consignments.filter((one) => one.dangerClass !== undefined);
  for (const a of dangerous) {
    for (const b of dangerous) {
      if (a !== b && !together[a.dangerClass!]?.includes(b.dangerClass!)) return [a.goods, b.goods];
    }
  }
  return null;
}

export function needsPilot(manifest: Manifest): boolean {
  const dangerous = manifest.consignments.filter((one) => one.dangerClass !== undefined);
  return totalWeight(dangerous) > 50;
}
