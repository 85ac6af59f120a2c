import type { NodeLabel } from '../../../server/views/picture/labels.ts';

/** A member's name; of what is left when parts stand for themselves, that it is that. */
export function nameOf({ name, isRest, kind }: NodeLabel): string {
  if (!isRest) return name;
  return kind === 'folder' || kind === 'group' ? `${name}, itself` : `${name}, the rest`;
}
