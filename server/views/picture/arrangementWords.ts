import type { ArrangementId } from '../../../core/arrangement/arrangement.ts';

/** What belongs to no group of an arrangement, in words. */
export const restNames: Record<ArrangementId, string> = {
  folders: 'no folder',
  packages: 'no package',
  modules: 'no build module',
  plan: 'not yet placed',
};

/** How an arrangement reads in a sentence, and one of its groups. */
export const arrangementWords: Record<ArrangementId, { plural: string; one: string }> = {
  folders: { plural: 'folders', one: 'folder' },
  packages: { plural: 'packages', one: 'package' },
  modules: { plural: 'build modules', one: 'build module' },
  plan: { plural: 'modules', one: 'module' },
};
