import type { SurveyedCodebase } from '../survey.ts';
import { testElements } from '../testCode.ts';
import { arrange, isWithin, type Arrangement, type GroupTree } from './arrangement.ts';
import { byBuildModules } from './buildModules.ts';
import { packageInModuleName } from './packageInModule.ts';
import { byPackages } from './packages.ts';

/**
 * Build modules, and in each of them its packages. The packages of a module begin below the one that all of its code
 * shares; what stands in that one the module holds itself. A package over several modules is a group in each of them.
 * O(elements + files · depth of packages).
 */
export function byModulePackages(survey: SurveyedCodebase): Arrangement {
  const { elements, files } = survey;
  const modules = byBuildModules(survey);
  const packages = byPackages(survey);
  const shared = sharedPackages(survey, modules, packages);
  return arrange('modulePackages', elements, (tree) => {
    for (let module = 1; module < modules.count; module++)
      if (module !== modules.rest) moduleGroup(tree, modules, module);
    for (const { element: file } of files) {
      const module = modules.groupOf[file];
      if (module <= 0 || module === modules.rest) continue;
      const isBelow = (group: number): boolean =>
        group > shared[module] && group !== packages.rest && isWithin(packages, group, shared[module]);
      const groupFor = (named: number): number =>
        isBelow(named)
          ? tree.group(
              packageInModuleName(modules.name[module], packages.name[named]),
              packages.label[named],
              nameAbove(named),
            )
          : moduleGroup(tree, modules, module);
      const nameAbove = (named: number): string => {
        const above = packages.parent[named];
        groupFor(above);
        return isBelow(above)
          ? packageInModuleName(modules.name[module], packages.name[above])
          : modules.name[module];
      };
      for (let e = file; e < elements.subtreeEnd[file]; e++)
        if (e === file || packages.groupOf[e] !== packages.groupOf[elements.parent[e]])
          tree.assign(e, groupFor(packages.groupOf[e]));
    }
  });
}

function moduleGroup(tree: GroupTree, modules: Arrangement, module: number): number {
  const above = modules.parent[module];
  if (above > 0) moduleGroup(tree, modules, above);
  return tree.group(modules.name[module], modules.label[module], modules.name[above]);
}

/**
 * For each build module, the innermost package around all of its code that belongs to any, tests aside where there is
 * other code; 0 for none.
 */
function sharedPackages(survey: SurveyedCodebase, modules: Arrangement, packages: Arrangement): Int32Array {
  const { elements, files } = survey;
  const isTest = testElements(survey);
  const shared = new Int32Array(modules.count).fill(-1);
  const hasCode = new Uint8Array(modules.count);
  for (const { element } of files) if (isTest[element] === 0) hasCode[modules.groupOf[element]] = 1;
  for (const { element } of files) {
    const module = modules.groupOf[element];
    if (isTest[element] === 1 && hasCode[module] === 1) continue;
    const own = new Set(packages.groupOf.subarray(element, elements.subtreeEnd[element]));
    for (const named of own) {
      if (named < 0 || named === packages.rest) continue;
      if (shared[module] < 0) shared[module] = named;
      while (!isWithin(packages, named, shared[module])) shared[module] = packages.parent[shared[module]];
    }
  }
  return shared.map((group) => Math.max(0, group));
}
