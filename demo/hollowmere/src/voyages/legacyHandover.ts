import type { Voyage } from './voyage';

/** Dead: the paper handover ended with the old desk, and nothing imports this file. */
export function handoverSheet(voyage: Voyage): string {
  const lines = [`VOYAGE ${voyage.id}`, `VESSEL ${voyage.vessel}`, `DEP ${voyage.departs.toDateString()}`];
  return lines.join('\n');
}
