import { moduleOfFiles } from '../buildModules/buildModule.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { arrange, type Arrangement, type GroupTree } from './arrangement.ts';

/**
 * What the build takes for units, as groups: each file belongs to the module whose sources name it most closely. A module
 * whose folder lies in that of another stands below it.
 */
export function byBuildModules({ elements, files, buildModules }: SurveyedCodebase): Arrangement {
  const byKey = new Map(buildModules.map((module) => [module.key, module]));
  return arrange('modules', elements, (tree) => {
    for (const { key } of buildModules) moduleGroup(tree, byKey, key);
    const moduleOf = moduleOfFiles(buildModules);
    for (const { element, path, language } of files) {
      const module = moduleOf(path, language);
      if (module) tree.assign(element, moduleGroup(tree, byKey, module.key));
    }
  });
}

function moduleGroup(
  tree: GroupTree,
  byKey: ReadonlyMap<string, SurveyedCodebase['buildModules'][number]>,
  key: string,
): number {
  const { name, within } = byKey.get(key)!;
  if (within !== null) moduleGroup(tree, byKey, within);
  return tree.group(key, name, within ?? '');
}
