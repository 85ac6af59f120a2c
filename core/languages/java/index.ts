import { folderOf, foldersAbove, type FileTree } from '../../contracts/fileTree.ts';
import type { EntryPoint, LanguageDefinition } from '../../contracts/language.ts';
import type { FactsOfFile } from '../../contracts/linked.ts';
import { grammarReader } from '../reading/grammarReader.ts';
import { mainRoutines } from '../reading/mainRoutines.ts';
import { conversions } from './conversions.ts';
import { extractFacts, readDeclarations } from './extract.ts';
import { commonNames, createResolver, javaNames } from './names.ts';
import { impliedTypes } from './impliedTypes.ts';
import { vocabulary } from './vocabulary.ts';

/** Project files by which a module is built into a program, whatever else has a `main`. */
const builtAsProgram =
  /mainClass|Main-Class|spring-boot-maven-plugin|maven-(shade|assembly)-plugin|appassembler|org\.springframework\.boot|\bapplication\b\s*\{|['"]application['"]|shadowJar/;

/** Classes with a `main`; in a module that is built as a library they stand beside it. */
function programs(tree: FileTree, files: readonly FactsOfFile[]): EntryPoint[] {
  const projects = [...tree.manifests()].filter((path) =>
    /(^|\/)(pom\.xml|build\.gradle(\.kts)?)$/.test(path),
  );
  const isBuilt = new Map(
    projects.map((path) => [folderOf(path), builtAsProgram.test(tree.manifest(path) ?? '')]),
  );
  return mainRoutines(files, ['java']).map((entry) => {
    const home = foldersAbove(entry.path).find((folder) => isBuilt.has(folder));
    return home === undefined || isBuilt.get(home) ? entry : { ...entry, isBeside: true };
  });
}

export const java: LanguageDefinition = {
  id: 'java',
  name: 'Java',
  endings: { '.java': 'tree-sitter-java/tree-sitter-java.wasm' },
  interpreters: /^java$/,
  reader: grammarReader({ vocabulary, extractFacts, readDeclarations }),
  entryPoints: programs,
  // Of every object, and what reading and writing objects asks for.
  impliedTypes,
  runUnnamed:
    /^(toString|equals|hashCode|clone|finalize|compareTo|readObject|writeObject|readObjectNoData|readResolve|writeReplace|readExternal|writeExternal|values|valueOf)$/,
  standsAlone: (path) => /(^|\/)(package|module)-info\.java$/.test(path),
  packages: 'declared',
  resolver: createResolver,
  names: javaNames,
  commonNames,
  conversions,
};
