import { rounded } from '@kernel';
import { quayWall } from '../misc/quayWalls';
import type { Berth } from './berth';
import { occupancy, type Stay } from './occupancy';

export class Harbour {
  constructor(
    readonly name: string,
    readonly berths: Berth[],
    private readonly stays: Stay[] = [],
  ) {}

  take(stay: Stay): void {
    this.stays.push(stay);
  }

  freeAt(at: Date): Berth[] {
    const taken = new Set(occupancy(this.stays, at).map((stay) => stay.berth));
    return this.berths.filter((berth) => !taken.has(berth.id) && quayWall(berth.quay).usable);
  }

  load(at: Date): number {
    return rounded(1 - this.freeAt(at).length / this.berths.length);
  }
}
