import { moduleOfFiles } from '../buildModules/buildModule.ts';
import type { SurveyedCodebase } from '../survey.ts';
import type { Arrangement } from './arrangement.ts';

/** The build modules in which files of a package stand, by name, with how many of its files are in each. */
export type SplitPackage = { module: string; files: number }[];

/**
 * The packages, by their groups, whose own files stand in several build modules, tests aside: whoever loads one of these
 * modules alone sees a part of the package. O(files · depth).
 */
export function splitPackages(
  { files, buildModules }: SurveyedCodebase,
  packages: Arrangement,
): Map<number, SplitPackage> {
  const moduleOf = moduleOfFiles(buildModules);
  const counts = new Map<number, Map<string, number>>();
  for (const { element, path, language, isTest } of files) {
    const group = packages.groupOf[element];
    const module = isTest || group <= 0 || group === packages.rest ? null : moduleOf(path, language);
    if (module === null) continue;
    const known = counts.get(group) ?? new Map<string, number>();
    counts.set(group, known);
    known.set(module.key, (known.get(module.key) ?? 0) + 1);
  }
  const nameOf = new Map(buildModules.map(({ key, name }) => [key, name]));
  const split = new Map<number, SplitPackage>();
  for (const [group, byModule] of counts)
    if (byModule.size > 1)
      split.set(
        group,
        [...byModule].map(([key, own]) => ({ module: nameOf.get(key)!, files: own })),
      );
  return split;
}
