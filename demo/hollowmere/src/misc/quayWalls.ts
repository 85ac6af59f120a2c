/** Belongs to berths: nothing else uses it. */
const walls: Record<string, { height: number; usable: boolean }> = {
  north: { height: 3.4, usable: true },
  granary: { height: 2.9, usable: true },
  tannery: { height: 2.1, usable: false },
};

export function quayWall(quay: string): { height: number; usable: boolean } {
  return walls[quay] ?? { height: 2.5, usable: true };
}
