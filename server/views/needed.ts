import { Problem } from '../problem.ts';

/** What an address must name for a view; a Problem where it does not. */
export function needed(value: string | null, name: string): string {
  if (value === null) throw new Problem('badRequest', `This address names no “${name}”, which it must.`);
  return value;
}
