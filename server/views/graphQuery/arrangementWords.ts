import type { ArrangementId } from '../../../core/arrangement/arrangement.ts';

/** What belongs to no group of an arrangement, in words. */
export const restNames: Record<ArrangementId, string> = {
  folders: 'no folder',
  packages: 'no package',
  modules: 'no build module',
  modulePackages: 'no build module',
  plan: 'not yet placed',
};

/** How the groups of an arrangement read in a sentence, one of them, and by what they are made. */
export const arrangementWords: Record<ArrangementId, { plural: string; one: string; by: string }> = {
  folders: { plural: 'folders', one: 'folder', by: 'folder' },
  packages: { plural: 'packages', one: 'package', by: 'package' },
  modules: { plural: 'build modules', one: 'build module', by: 'build module' },
  modulePackages: {
    plural: 'build modules and packages',
    one: 'group',
    by: 'build module, then package',
  },
  plan: { plural: 'modules', one: 'module', by: 'module' },
};
