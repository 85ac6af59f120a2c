import { XMLParser } from 'fast-xml-parser';
import { isRecord, textOrNull, type Declared, type ManifestReader } from './manifest.ts';

// Entities are not expanded: a project file may be hostile.
const parser = new XMLParser({ ignoreAttributes: false, processEntities: false, parseTagValue: false });

export function parseXml(text: string): Record<string, unknown> {
  const document: unknown = parser.parse(text);
  return isRecord(document) ? document : {};
}

/** An element of XML that may stand once or several times. */
export function listOf(value: unknown): Record<string, unknown>[] {
  return (Array.isArray(value) ? value : [value]).filter(isRecord);
}

export const pom: ManifestReader = {
  pattern: /(^|\/)pom\.xml$/,
  ecosystem: 'maven',
  read(text) {
    const { project } = parseXml(text);
    if (!isRecord(project)) return { name: null, description: null, declared: [] };
    const dependencies = isRecord(project.dependencies) ? project.dependencies.dependency : [];
    return {
      name: textOrNull(project.name) ?? textOrNull(project.artifactId),
      description: textOrNull(project.description),
      declared: listOf(dependencies).map(({ groupId, artifactId, version, scope, optional }): Declared => ({
        name: `${textOrNull(groupId) ?? '?'}:${textOrNull(artifactId) ?? '?'}`,
        version: textOrNull(version) ?? '',
        use:
          scope === 'test'
            ? 'development'
            : scope === 'provided'
              ? 'peer'
              : optional === 'true'
                ? 'optional'
                : 'runtime',
      })),
    };
  },
};

/** Build scripts are programs; what they plainly state is read, and none of it is run. */
export const gradle: ManifestReader = {
  pattern: /(^|\/)(build|settings)\.gradle(\.kts)?$/,
  ecosystem: 'maven',
  read(text) {
    const declared: Declared[] = [];
    const line = /^\s*(\w+)\s*[( ]\s*(?:platform\()?["']([^:"'\s]+:[^:"'\s]+)(?::([^"'\s]*))?["']/gm;
    for (const [, configuration, name, version] of text.matchAll(line)) {
      if (
        !/(implementation|api|compile|compileOnly|runtimeOnly|classpath|processor|kapt|ksp)$/i.test(
          configuration,
        )
      )
        continue;
      const use = /^test|androidTest/.test(configuration)
        ? 'development'
        : /compileOnly$/.test(configuration)
          ? 'peer'
          : 'runtime';
      declared.push({ name, version: version ?? '', use });
    }
    return {
      name: /rootProject\.name\s*=\s*["']([^"']+)/.exec(text)?.[1] ?? null,
      description: null,
      declared,
    };
  },
};
