import { folderOf, joinPath } from '../contracts/fileTree.ts';
import { commands, expanded, takeLists, type Lists } from './cmakeScript.ts';
import type { BuildReader, StatedModule } from './buildModule.ts';

/**
 * CMake: libraries and executables, with the sources that are listed for them and the folders of headers they give out.
 * Scripts are programs; `add_library`, `add_executable`, `target_sources`, `target_include_directories`,
 * `target_link_libraries` and lists that `set` or `file(GLOB …)` names are read, conditions are not weighed. What a folder
 * holds and no target lists belongs to the first library of the folder's script. A target of which a word is left that only
 * running the script would work out is partly read, as is the first library where the script makes targets by such names.
 */
export const cmake: BuildReader = {
  pattern: /(^|\/)CMakeLists\.txt$/,
  read(files) {
    const found = new Map<string, StatedModule>();
    const aliases = new Map<string, string>();
    for (const { path, text } of files) {
      const script: Script = { path, folder: folderOf(path), lists: new Map() };
      let library: StatedModule | undefined;
      let first: StatedModule | undefined;
      let hasUnreadTargets = false;
      for (const { name, words } of commands(text)) {
        if (takeLists(script.lists, name, words)) continue;
        if (name === 'add_library' || name === 'add_executable') {
          const [target, ...rest] = [...expanded(script.lists, words.slice(0, 1)), ...words.slice(1)];
          if (rest.includes('IMPORTED')) continue;
          if (!isPlain(target)) {
            hasUnreadTargets = true;
            continue;
          }
          if (rest[0] === 'ALIAS') aliases.set(target, rest[1] ?? '');
          else if (!found.has(target)) {
            const module = declare(found, script, target, rest);
            if (name === 'add_library') library ??= module;
            first ??= module;
          }
        } else if (name.startsWith('target_')) {
          const [target = ''] = expanded(script.lists, words.slice(0, 1));
          extend(found.get(target), script, name, words.slice(1));
        }
      }
      const rest = library ?? first;
      rest?.sources.push(script.folder);
      if (rest && hasUnreadTargets) rest.isPartlyRead = true;
    }
    for (const [alias, target] of aliases) found.get(target)?.names.push(alias);
    return [...found.values()];
  },
};

interface Script {
  path: string;
  folder: string;
  lists: Lists;
}

const keywords =
  /^(STATIC|SHARED|MODULE|OBJECT|INTERFACE|PUBLIC|PRIVATE|EXCLUDE_FROM_ALL|WIN32|MACOSX_BUNDLE|BEFORE|AFTER|SYSTEM|FILE_SET|TYPE|HEADERS|BASE_DIRS|FILES)$/;
const sourceEnding = /\.(c|cc|cpp|cxx|c\+\+|h|hh|hpp|hxx|h\+\+|ipp|tpp|inl|tcc)$/i;
function isPlain(word: string | undefined): word is string {
  return word !== undefined && /^[\w.+:-]+$/.test(word);
}

function declare(
  found: Map<string, StatedModule>,
  script: Script,
  target: string,
  words: readonly string[],
): StatedModule {
  const module: StatedModule = {
    key: `${script.path}#${target}`,
    name: target,
    names: [target],
    sources: placesOf(script, words),
    needs: [],
    languages: ['c', 'cpp'],
    ...(isWorkedOut(script, words) ? {} : { isPartlyRead: true }),
  };
  found.set(target, module);
  return module;
}

/** Whether nothing of what is listed is left to variables that the script does not set, or to expressions of the generator. */
function isWorkedOut(script: Script, words: readonly string[]): boolean {
  return expanded(script.lists, words).every((word) => !locallyPlaced(word).includes('$'));
}

/** A path without the ways of naming the script's own folder. */
function locallyPlaced(word: string): string {
  return word
    .replace(/^\$\{(CMAKE_CURRENT_SOURCE_DIR|CMAKE_CURRENT_LIST_DIR)\}\/?/, './')
    .replace(/^\$<BUILD_INTERFACE:(?:\$\{CMAKE_CURRENT_SOURCE_DIR\}\/)?([^>]*)>$/, '$1');
}

/** Paths from the root of what is listed: files of code, and folders that a pattern stands for. */
function placesOf(script: Script, words: readonly string[]): string[] {
  return expanded(script.lists, words)
    .filter((word) => !keywords.test(word))
    .map(locallyPlaced)
    .filter((word) => !word.includes('$'))
    .filter((word) => sourceEnding.test(word) || !/\.\w+$/.test(word))
    .map((word) => joinPath(script.folder, word))
    .filter((place) => place !== null);
}

function extend(
  module: StatedModule | undefined,
  script: Script,
  command: string,
  words: readonly string[],
): void {
  if (!module) return;
  const isRead = command === 'target_link_libraries' || command === 'target_sources';
  if (isRead && !isWorkedOut(script, words)) module.isPartlyRead = true;
  if (command === 'target_link_libraries')
    module.needs.push(
      ...expanded(script.lists, words).filter((word) => isPlain(word) && !keywords.test(word)),
    );
  else if (command === 'target_sources') module.sources.push(...placesOf(script, words));
  else if (command === 'target_include_directories')
    // A folder of headers is the target's own where it is not that of the whole script.
    module.sources.push(...placesOf(script, words).filter((place) => place !== script.folder));
}
