import { folderOf, joinPath, type FileTree } from '../../contracts/fileTree.ts';
import type { EntryPoint } from '../../contracts/language.ts';
import type { FactsOfFile } from '../../contracts/linked.ts';
import { scriptCommands } from '../../buildModules/cmakeScript.ts';

const header = /\.(h|hh|hpp|hxx|h\+\+|ipp|inl|tcc)$/i;
/** Folders whose headers a library gives to others, by convention; not where others lie that it brings along. */
const publicFolder = /^(?:(?!test|third|vendor|extern|deps)[^/]+\/){0,3}include\//i;

/**
 * Headers that others include: what CMake installs (`install(FILES …)` and `install(DIRECTORY …)`), or, where it installs none, what
 * lies in a folder `include`. O(files + letters of the project files).
 */
export function publicHeaders(tree: FileTree, files: readonly FactsOfFile[]): EntryPoint[] {
  const headers = files
    .filter(({ language, path }) => (language === 'c' || language === 'cpp') && header.test(path))
    .map(({ path }) => path);
  const installed = installedHeaders(tree, headers);
  const found = installed.length > 0 ? installed : headers.filter((path) => publicFolder.test(path));
  // As others include it.
  return found.map((path) => ({ path, role: 'export', name: path.replace(/^(?:.*\/)?include\//i, '') }));
}

function installedHeaders(tree: FileTree, headers: readonly string[]): string[] {
  const files = new Set<string>();
  const folders: string[] = [];
  for (const path of [...tree.manifests()].filter((each) => /(^|\/)CMakeLists\.txt$/.test(each)).sort())
    for (const { name, words } of scriptCommands(tree.manifest(path) ?? '')) {
      if (name !== 'install') continue;
      const places = words
        .slice(1)
        .map((word) => joinPath(folderOf(path), word.replace(/^\$\{\w*(?:SOURCE|LIST)_DIR\}\/?/, '') || '.'))
        .filter((place) => place !== null);
      if (words[0] === 'FILES') for (const place of places) files.add(place);
      else if (words[0] === 'DIRECTORY') folders.push(...placesUpTo(places, words));
    }
  return headers.filter((path) => files.has(path) || folders.some((folder) => path.startsWith(`${folder}/`)));
}

/** Of `install(DIRECTORY a b DESTINATION c)` what stands before the next keyword. */
function placesUpTo(places: readonly string[], words: readonly string[]): string[] {
  const end = words
    .slice(1)
    .findIndex((word) => /^(DESTINATION|FILES_MATCHING|PATTERN|COMPONENT|TYPE)$/.test(word));
  return places.slice(0, end < 0 ? places.length : end).filter((place) => place !== '');
}
