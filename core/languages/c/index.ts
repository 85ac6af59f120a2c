import type { FileTree } from '../../contracts/fileTree.ts';
import type { EntryPoint, LanguageDefinition } from '../../contracts/language.ts';
import type { FactsOfFile } from '../../contracts/linked.ts';
import { grammarReader } from '../reading/grammarReader.ts';
import { mainRoutines } from '../reading/mainRoutines.ts';
import { numbersByWidth } from '../reading/primitives.ts';
import { extractFacts, readDeclarations } from './extract.ts';
import { createResolver, family, includePaths, includesIn } from './includes.ts';
import { commonNames, nativeNames } from './names.ts';
import { definitionsOfBuild, macroDefinitions, macroTable, type MacroTable } from './prepare/macros.ts';
import { macrosAmong, openTable, packTable } from './prepare/packedTable.ts';
import { prepare } from './prepare/prepare.ts';
import { publicHeaders } from './publicHeaders.ts';
import { vocabulary } from './vocabulary.ts';

const C = 'tree-sitter-c/tree-sitter-c.wasm';
const CPP = 'tree-sitter-cpp/tree-sitter-cpp.wasm';

const tables = new WeakMap<Uint8Array, MacroTable>();
let own: { text: string; table: MacroTable } | null = null;

/** The macros that a text is read with: the codebase's, or its own when nothing is known of any other. */
function tableFor(text: string, macros: Uint8Array | undefined): MacroTable {
  if (!macros) {
    if (own?.text !== text) own = { text, table: macroTable(macroDefinitions(text)) };
    return own.table;
  }
  let table = tables.get(macros);
  if (!table) tables.set(macros, (table = openTable(macros)));
  return table;
}

/** Programs, and headers that others include. */
function entryPoints(tree: FileTree, files: readonly FactsOfFile[]): EntryPoint[] {
  return [...mainRoutines(files, ['c', 'cpp']), ...publicHeaders(tree, files)];
}

const shared = {
  family,
  macrosIn: macroDefinitions,
  macrosOfBuild: definitionsOfBuild,
  includesIn,
  includePaths,
  macroTable: (lines) => packTable(macroTable(lines)),
  macrosAmongWords: macrosAmong,
  reader: grammarReader({
    vocabulary,
    prepare: (text, grammar, macros) => ({
      ...prepare(text, tableFor(text, macros)),
      isCpp: grammar === CPP,
    }),
    extractFacts,
    readDeclarations,
  }),
  entryPoints,
  // What is compiled is listed by the build; only headers are there to be included.
  standsAlone: (path) => /\.(c|cc|cpp|cxx|c\+\+)$/i.test(path),
  resolver: createResolver,
  names: nativeNames,
  commonNames,
  conversions: {
    widening: numbersByWidth,
    aliases: { nullConstant: 'int', unsigned: 'unsigned int' },
    byConstructors: true,
  },
  // By the machines of Java, Python and Lua, by Windows, and by fuzzers.
  enteredByName:
    /^(Java_\w+|JNI_On(Unl|L)oad|PyInit_\w+|luaopen_\w+|DllMain|w?WinMain|LLVMFuzzerTestOneInput)$/,
  madeByMacro: /^[A-Z][A-Z\d]*(_[A-Z\d]+)+(\(.*)?$/,
  // Ends of lives, and what a loop over a container asks of it.
  runUnnamed: /^(~.*|begin|end|cbegin|cend|operator .*|operator\W.*)$/,
} satisfies Partial<LanguageDefinition>;

export const c: LanguageDefinition = {
  ...shared,
  id: 'c',
  name: 'C',
  endings: { '.c': C, '.h': C },
  interpreters: /^tcc$/,
  castsLookLikeCalls: true,
  siblingFor: (path, text) =>
    path.endsWith('.h') && speaksCpp.test(text) ? { id: 'cpp', why: 'it contains C++ constructs' } : null,
};

export const cpp: LanguageDefinition = {
  ...shared,
  id: 'cpp',
  name: 'C++',
  packages: 'declared',
  specialRoutines: { called: 'operator()' },
  initialisesByCalls: true,
  endings: Object.fromEntries(
    '.cpp .cc .cxx .c++ .hpp .hh .hxx .h++ .ipp .tpp .inl .tcc'.split(' ').map((ending) => [ending, CPP]),
  ),
  interpreters: /^(cling)$/,
};

/** What a header says that is C++ and no C, at the beginning of a line or unmistakably within one. */
const speaksCpp =
  /^\s*(?:class\s+\w+[\w\s:,<>]*[{;]|namespace\b|template\s*<|using\s+(?:namespace\b|\w+\s*=)|(?:public|private|protected)\s*:|virtual\b|friend\b)|\bstd::|\b(?:static|dynamic|reinterpret|const)_cast\s*<|\bnullptr\b|\bconst\s+[\w:]+\s*&|\bconstexpr\b|\bnoexcept\b|\boperator\s*[=+\-*/<>[(]/m;
