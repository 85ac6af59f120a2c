import { isRecord, textOrNull } from '../manifests/manifest.ts';
import { listOf, parseXml } from '../manifests/jvm.ts';
import { folderOf } from '../contracts/fileTree.ts';
import type { BuildReader, StatedModule } from './buildModule.ts';

/** Maven: each `pom.xml` is a module, known by group and artifact; the group may be that of its parent. */
export const maven: BuildReader = {
  pattern: /(^|\/)pom\.xml$/,
  read: (files) =>
    files.flatMap(({ path, text }): StatedModule[] => {
      const project = projectOf(text);
      const artifact = project && textOrNull(project.artifactId);
      if (!project || !artifact) return [];
      const parent = isRecord(project.parent) ? textOrNull(project.parent.groupId) : null;
      const group = textOrNull(project.groupId) ?? parent ?? '';
      const dependencies = isRecord(project.dependencies) ? listOf(project.dependencies.dependency) : [];
      const nameOf = ({ groupId, artifactId }: Record<string, unknown>): string => {
        const named = textOrNull(groupId) ?? '';
        const isOwn = /^\$\{(project|pom)\.groupId\}$/.test(named);
        return `${isOwn ? group : named}:${textOrNull(artifactId) ?? ''}`;
      };
      return [
        {
          key: path,
          name: artifact,
          names: [`${group}:${artifact}`],
          sources: [folderOf(path)],
          needs: dependencies.map(nameOf),
          scoped: new Map(
            dependencies.flatMap((dependency) => {
              const scope = textOrNull(dependency.scope);
              return scope === 'test' || scope === 'runtime' ? [[nameOf(dependency), scope]] : [];
            }),
          ),
          languages: ['java'],
        },
      ];
    }),
};

function projectOf(text: string): Record<string, unknown> | null {
  try {
    const { project } = parseXml(text);
    return isRecord(project) ? project : null;
  } catch {
    return null;
  }
}
