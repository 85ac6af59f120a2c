import { ArrivalsScreen } from '../desk/screens/arrivals';
import { DeparturesScreen } from '../desk/screens/departures';

export function quayBoard(): string {
  return [new ArrivalsScreen(), new DeparturesScreen()].map((screen) => screen.render()).join('\n');
}

/** Left behind by a merge on purpose: this file can be read only in part. */
export function boardWidth(columns: number): number {
<<<<<<< ours
  return columns * 42;
=======
  return columns * 48 +;
>>>>>>> theirs
}

export function boardHeight(rows: number): number {
  return rows * 18;
}
