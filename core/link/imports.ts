import type { LanguageNamed } from '../contracts/language.ts';
import type { FileTree, ImportTarget, Resolution } from '../contracts/fileTree.ts';
import { gapName } from './gapName.ts';
import type { FactsOfFile } from '../contracts/linked.ts';

export interface ResolvedImports {
  /** `targets[file][import]`. */
  targets: ImportTarget[][];
  externals: { key: string; name: string; ecosystem: string }[];
}

/** Ecosystem of what a user has accepted as lying outside. */
export const ACCEPTED = 'accepted';

/** Resolves the imports of all files, each by the rules of its language. */
export function resolveImports(
  files: FactsOfFile[],
  tree: FileTree,
  languageNamed: LanguageNamed,
  /** What is outside though no import names it. */
  implied: readonly { ecosystem: string; name: string }[] = [],
): ResolvedImports {
  const fileIndex = new Map(files.map((file, index) => [file.path, index]));
  const resolvers = new Map<string, (file: string, specifier: string, usesRequire: boolean) => Resolution>();
  const found = new Map<string, { key: string; name: string; ecosystem: string }>();
  for (const { ecosystem, name } of implied) {
    const key = `${ecosystem}:${name}`;
    found.set(key, { key, name, ecosystem });
  }
  const resolverOf = (language: string) => {
    let resolver = resolvers.get(language);
    if (!resolver) {
      resolver = languageNamed(language)!.resolver(tree, files);
      resolvers.set(language, resolver);
    }
    return resolver;
  };
  const accepted = (
    resolution: Resolution,
    language: string,
    path: string,
    specifier: string,
  ): Resolution => {
    const name = resolution.kind === 'gap' ? gapName(languageNamed(language), path, specifier) : null;
    return name !== null && tree.acceptedExternals.has(name)
      ? { kind: 'external', name, ecosystem: ACCEPTED }
      : resolution;
  };
  const resolved = files.map(({ path, language, facts }) =>
    facts.imports.map(({ specifier, kind }): Resolution => {
      if (specifier === null) return { kind: 'gap', reason: 'computed' };
      const resolution = accepted(
        resolverOf(language)(path, specifier, kind === 'require'),
        language,
        path,
        specifier,
      );
      if (resolution.kind === 'external') {
        const key = `${resolution.ecosystem}:${resolution.name}`;
        found.set(key, { key, name: resolution.name, ecosystem: resolution.ecosystem });
      }
      return resolution;
    }),
  );
  const externals = [...found.values()].sort((a, b) => (a.key < b.key ? -1 : 1));
  const externalIndex = new Map(externals.map(({ key }, index) => [key, index]));
  const targets = resolved.map((resolutions) =>
    resolutions.map((resolution): ImportTarget => {
      switch (resolution.kind) {
        case 'file':
          return {
            kind: 'file',
            file: fileIndex.get(resolution.path)!,
            inferred: resolution.inferred === true,
            ...(resolution.others ? { others: resolution.others.map((path) => fileIndex.get(path)!) } : {}),
            ...(resolution.isModule ? { isModule: true } : {}),
          };
        case 'external':
          return {
            kind: 'external',
            external: externalIndex.get(`${resolution.ecosystem}:${resolution.name}`)!,
          };
        case 'package':
        case 'gap':
          return resolution;
        case 'asset':
          return { kind: 'asset' };
      }
    }),
  );
  return { targets, externals };
}
