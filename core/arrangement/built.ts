import type { SurveyedCodebase } from '../survey.ts';
import type { Arrangement, BuiltArrangement } from './arrangement.ts';
import { byBuildModules } from './buildModules.ts';
import { byFolders } from './folders.ts';
import { byModulePackages } from './modulePackages.ts';
import { byPackages } from './packages.ts';

/** How each arrangement that code has by itself is worked out. */
export const builtBy: Record<BuiltArrangement, (survey: SurveyedCodebase) => Arrangement> = {
  folders: ({ elements }) => byFolders(elements),
  packages: byPackages,
  modules: byBuildModules,
  modulePackages: byModulePackages,
};
