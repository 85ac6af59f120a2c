const known = new Map<string, number>();

export function reportDelay(place: string, minutes: number): void {
  known.set(place, minutes);
}

export function delayAt(place: string): number {
  return known.get(place) ?? 0;
}
