import { tonnes, type Tonnes } from '@kernel';

export interface Consignment {
  goods: string;
  weight: Tonnes;
  dangerClass?: number;
}

export function totalWeight(consignments: Consignment[]): Tonnes {
  return tonnes(consignments.reduce((sum, one) => sum + one.weight, 0));
}
