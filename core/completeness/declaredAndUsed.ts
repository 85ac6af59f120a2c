import { foldersAbove, folderOf } from '../contracts/fileTree.ts';
import type { SurveyedCodebase } from '../survey.ts';
import type { Declared, Manifest } from '../manifests/manifest.ts';

/** A manifest's externals set against those that the code it governs uses. */
export interface DeclaredAndUsed {
  manifest: Manifest;
  /** Declared for use at run time, and no file uses it. */
  unused: Declared[];
  /** Used, and declared neither here nor in a manifest above. */
  undeclared: { name: string; files: string[] }[];
  used: number;
}

/**
 * For each package of npm: what it declares against what its files import. Tools that only development calls for are
 * no part of `unused`, for no file imports them. O(dependencies + declared).
 */
export function declaredAndUsed(survey: SurveyedCodebase, manifests: Manifest[]): DeclaredAndUsed[] {
  const npm = manifests.filter(({ ecosystem }) => ecosystem === 'npm');
  const byFolder = new Map(npm.map((manifest) => [folderOf(manifest.path), manifest]));
  const local = new Set(npm.map(({ name }) => name));
  const uses = new Map<Manifest, Map<string, Set<string>>>();
  for (const [path, name] of externalUses(survey)) {
    const manifest = governing(byFolder, path);
    if (!manifest) continue;
    let own = uses.get(manifest);
    if (!own) uses.set(manifest, (own = new Map<string, Set<string>>()));
    const files = own.get(name);
    if (files) files.add(path);
    else own.set(name, new Set([path]));
  }
  return npm.map((manifest) => {
    const used = uses.get(manifest) ?? new Map<string, Set<string>>();
    const known = new Set(
      foldersAbove(manifest.path).flatMap(
        (folder) => byFolder.get(folder)?.declared.map(({ name }) => name) ?? [],
      ),
    );
    return {
      manifest,
      used: used.size,
      unused: manifest.declared.filter(
        ({ name, use }) =>
          use === 'runtime' && !used.has(name) && !used.has(typedPackage(name)) && !local.has(name),
      ),
      undeclared: [...used]
        .filter(
          ([name]) =>
            !known.has(name) &&
            !known.has(`@types/${typesName(name)}`) &&
            name !== manifest.name &&
            !local.has(name),
        )
        .map(([name, files]) => ({ name, files: [...files].sort() }))
        .sort((a, b) => b.files.length - a.files.length || (a.name < b.name ? -1 : 1)),
    };
  });
}

function governing(byFolder: Map<string, Manifest>, path: string): Manifest | undefined {
  const folder = foldersAbove(path).find((at) => byFolder.has(at));
  return folder === undefined ? undefined : byFolder.get(folder);
}

/** Each file with each external of npm that it uses. */
function* externalUses({
  elements,
  dependencies,
  externals,
}: SurveyedCodebase): Generator<[path: string, name: string]> {
  for (let row = 0; row < dependencies.count; row++) {
    const external = externals[dependencies.to[row] - elements.firstExternal];
    if (external?.ecosystem !== 'npm') continue;
    yield [elements.key[elements.file[dependencies.from[row]]], external.name];
  }
}

/** `@types/a__b` describes `@a/b`. */
function typedPackage(name: string): string {
  const match = /^@types\/(?:(.+)__)?(.+)$/.exec(name);
  if (!match) return name;
  return match[1] === undefined ? match[2] : `@${match[1]}/${match[2]}`;
}

function typesName(name: string): string {
  return name.startsWith('@') ? name.slice(1).replace('/', '__') : name;
}
