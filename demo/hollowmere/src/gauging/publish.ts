import { bulletinFor } from '../notices/bulletin';
import { isSevere } from './alarms';
import type { WaterLevel } from './levels';

/** Against the order on purpose: gauging should say what it sees and leave the telling to notices. */
export function publishLevels(levels: WaterLevel[]): string[] {
  return levels
    .filter((level) => isSevere(level.alarm))
    .map((level) => bulletinFor(level.station.name, `water at ${level.depth} m`).headline);
}
