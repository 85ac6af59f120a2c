import { kilometres, type Kilometres } from '@kernel';

export interface Reach {
  from: string;
  to: string;
  length: Kilometres;
  locks: number;
}

export interface Route {
  reaches: Reach[];
}

export class CanalNetwork {
  constructor(private readonly reaches: Reach[]) {}

  from(place: string): Reach[] {
    return this.reaches.flatMap((reach) => {
      if (reach.from === place) return [reach];
      return reach.to === place ? [{ ...reach, from: reach.to, to: reach.from }] : [];
    });
  }

  places(): Set<string> {
    return new Set(this.reaches.flatMap((reach) => [reach.from, reach.to]));
  }
}

export function routeLength(route: Route): Kilometres {
  return kilometres(route.reaches.reduce((sum, reach) => sum + reach.length, 0));
}
