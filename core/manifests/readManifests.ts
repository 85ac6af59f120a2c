import { gradle, pom } from './jvm.ts';
import type { Manifest, ManifestReader } from './manifest.ts';
import { packageJson } from './npm.ts';
import { cargo, cmake, composer, csproj, gemfile, goMod, make, solution } from './others.ts';
import { pyproject, requirementsText, setupConfig } from './python.ts';

/** Every kind of project file that is read for what it declares. */
const readers: ManifestReader[] = [
  packageJson,
  pyproject,
  setupConfig,
  requirementsText,
  pom,
  gradle,
  csproj,
  solution,
  goMod,
  cargo,
  composer,
  gemfile,
  cmake,
  make,
];

/** What project files declare, nearest to the root first. One that cannot be read declares nothing. */
export function readManifests(texts: Iterable<[path: string, text: string]>): Manifest[] {
  const found: Manifest[] = [];
  for (const [path, text] of texts) {
    const reader = readers.find(({ pattern }) => pattern.test(path));
    if (!reader) continue;
    try {
      found.push({ path, ecosystem: reader.ecosystem, ...reader.read(text, path) });
    } catch {
      found.push({ path, ecosystem: reader.ecosystem, name: null, description: null, declared: [] });
    }
  }
  const depth = (path: string): number => path.split('/').length;
  return found.sort((a, b) => depth(a.path) - depth(b.path) || (a.path < b.path ? -1 : 1));
}
