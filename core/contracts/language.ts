import type { Constructs } from '../facts/constructs.ts';
import type { FileFacts } from '../facts/fileFacts.ts';
import type { Language, Tree } from 'web-tree-sitter';
import type { FileTree, Resolution } from './fileTree.ts';
import type { FactsOfFile } from './linked.ts';
import type { NameContext, NameRules } from './nameRules.ts';

/** What the program knows of one language. A language is a folder beside this file and a line in the registry. */
export interface LanguageDefinition {
  /** Stable id, also in exports: `typescript`. */
  id: string;
  /** Name as shown. */
  name: string;
  /** File endings it claims, with the dot, and what parses each. The first is the usual one. */
  endings: Record<string, GrammarFile>;
  /** Files that it claims by name, whatever they end in, as patterns for the name (`Makefile`, `*.build`). */
  fileNames?: Record<string, GrammarFile>;
  /** Programs that a first line `#!` may name for a file without an ending. */
  interpreters: RegExp;
  /** What a file with one of the endings is instead, by how it begins; null when it is of this language. */
  disclaims?(head: string): string | null;
  /** The language of the same family that a file with one of the endings is after all, by its text, and why. */
  siblingFor?(path: string, text: string): { id: string; why: string } | null;
  /** The macros that a file defines, a line `NAME effect` for each; cached with the look at the file. */
  macrosIn?(text: string): string[];
  /** The same of macros that a build defines, each given as `NAME`, `NAME=text` or `NAME(x)=text`. */
  macrosOfBuild?(macros: readonly string[]): string[];
  /** What a file includes by text, as written; cached with the look at the file. */
  includesIn?(text: string): string[];
  /** Folders in which what is included is looked for, by the family's files. */
  includePaths?(tree: FileTree, files: readonly IncludingFile[]): IncludePath[];
  /**
   * The macro table of a codebase from the lines of all its files, packed into bytes that threads can share. Equal tables are
   * equal bytes, whatever the order of the lines.
   */
  macroTable?(lines: Iterable<string>): Uint8Array;
  /**
   * A function that gives the effects of those words of a file that are macros of a packed table, words being numbered by
   * `wordHash`. Equal results mean that the same text gives the same facts. Made once for a table.
   */
  macrosAmongWords?(table: Uint8Array): (words: Uint32Array) => Uint32Array;
  /** From the text of a file to its facts. */
  reader: GrammarReader | OwnReader;
  /** Entry points, by project files or by what they declare. */
  entryPoints?(tree: FileTree, files: readonly FactsOfFile[]): EntryPoint[];
  /** True for files that nothing refers to by their nature: sources that a build lists, descriptions of a package. */
  standsAlone?(path: string): boolean;
  /** True where variables at the top of a file may be initialised by calls, which run when it is loaded. */
  initialisesByCalls?: true;
  /** How an import reads from the root, where it is written otherwise: relative, or as a name of a module. */
  importName?(path: string, specifier: string): string;
  /** A function that resolves an import's specifier, made once for a survey of these files. */
  resolver(
    tree: FileTree,
    files: readonly FactsOfFile[],
  ): (fromFile: string, specifier: string, usesRequire: boolean) => Resolution;
  /** Languages of one family see each other's names; by itself, a language is its own. */
  family?: string;
  /**
   * Packages or namespaces, where the language has them: `declared` in its files, or derived from where files lie (given
   * all surveyed paths, the package of one of them; null for none).
   */
  packages?: 'declared' | ((paths: ReadonlySet<string>) => (path: string) => string | null);
  /** How names are resolved across the family's files, made once for a survey. */
  names?(context: NameContext): NameRules;
  /** Names of methods that say nothing of the receiver, for objects outside of the codebase have them as well. */
  commonNames: ReadonlySet<string>;
  /** Which types fit where others are asked for, beside those that inherit from them. */
  conversions?: Conversions;
  /**
   * Routines that are run without being named: the one that makes an instance, a parent's too, the one that runs before it, and the
   * one that calling an instance runs.
   */
  specialRoutines?: { made?: string; allocated?: string; called?: string };
  /**
   * Names of members that are run without being named: those that a parent of every type declares (`toString`), and those that the
   * language itself asks for.
   */
  runUnnamed?: RegExp;
  /** Types of the platform that every file sees without an import. */
  impliedTypes?: ImpliedTypes;
  /** Names of routines that are called from outside by convention, wherever they stand. */
  enteredByName?: RegExp;
  /** Names of macros that make a routine of what follows them, whose own name nobody knows: `DEFINE_LOCK(gate) { … }`. */
  madeByMacro?: RegExp;
  /** True when `(T)(x)`, which looks like a call, turns a value into one of the type. */
  castsLookLikeCalls?: true;
  /** True when the default import of a file without one brings the file as a whole. */
  importsWholeAsDefault?: true;
  /**
   * True for what is no code and says which code is to be loaded: its files belong to a survey where they name something in it, and
   * are entry points.
   */
  namesOnly?: true;
  /** True when a type is of an interface because it has its methods, without saying so. */
  implicitInterfaces?: true;
}

/** What of one type fits where another is asked for, by the names of types that no codebase declares. */
export interface Conversions {
  /** The primitive types whose values fit where a later one of the list is asked for, the smallest first. */
  widening: readonly string[];
  /** The type that all objects are of. */
  root?: string;
  /** The type of the object that a value of a primitive type is put into where one is asked for. */
  boxes?: Readonly<Record<string, string>>;
  /** All that is above a type of the platform, but for the root. */
  parents?: Readonly<Record<string, readonly string[]>>;
  /** Other names of types. */
  aliases?: Readonly<Record<string, string>>;
  /** True when a type's own routines and those of its parents are chosen from together. */
  joinsInherited?: true;
  /** True when a value becomes an object of a type by itself, where one of the type's constructors takes it. */
  byConstructors?: true;
}

/** Names of types that no file declares or imports, and the external that they are of. */
export interface ImpliedTypes {
  ecosystem: string;
  name: string;
  types: ReadonlySet<string>;
}

/** The table of languages, as those below it are handed it. */
export type LanguageNamed = (id: string) => LanguageDefinition | undefined;

/** A file and what it includes, as written. */
export interface IncludingFile {
  path: string;
  includes: readonly string[];
}

/** A folder in which what is included is looked for: as project files say, or inferred from the tree. */
export interface IncludePath {
  folder: string;
  isInferred: boolean;
}

/** An entry point: a file that is used from outside the codebase. */
export interface EntryPoint {
  path: string;
  role: 'program' | 'main' | 'export' | 'script' | 'server' | 'configuration';
  /** What it is known by outside: a program's name, an import's specifier. */
  name: string;
  /** True for a program that stands beside what it shows, measures or serves, and makes no program of that. */
  isBeside?: true;
}

/** Reads what a grammar of tree-sitter has parsed. */
export interface GrammarReader {
  by: 'grammar';
  /**
   * The text to be given to the parser: of the same length, for offsets must hold in the original. `macros` is the
   * codebase's packed macro table; without it, only the text's own macros count.
   */
  textToParse(text: string, grammar: GrammarFile, macros?: Uint8Array): string;
  facts(text: string, parsed: ParsedFile, macros?: Uint8Array): FileFacts;
  constructs(text: string, parsed: ParsedFile): Constructs;
}

/** Reads texts by a parser of its own. What it throws is taken for a file that cannot be parsed. */
export interface OwnReader {
  by: 'itself';
  facts(text: string, macros?: Uint8Array): FileFacts;
  constructs(text: string): Constructs;
}

/** A grammar inside an npm package, such as `tree-sitter-typescript/tree-sitter-tsx.wasm`. */
export type GrammarFile = string;
/** Instead of a grammar, where the language parses by itself. */
export const PARSED_BY_ITSELF: GrammarFile = '';

/** Opaque to everything but the language: its tree, read into columns. */
export interface ParsedFile {
  tree: Tree;
  calls: CursorCalls;
  grammar: GrammarFile;
  language: Language;
}

/**
 * The cursor functions of the WebAssembly module behind web-tree-sitter. The cursor's state lies in the module's
 * transfer buffer between calls, where `tree.walk()` has put it; calling them directly spares the copying that the
 * public cursor does at each step and makes the walk three to four times faster. `syntaxTable.test.ts` holds the
 * result to that of the public cursor.
 */
export interface CursorCalls {
  _ts_tree_cursor_goto_first_child_wasm(tree: number): number;
  _ts_tree_cursor_goto_next_sibling_wasm(tree: number): number;
  _ts_tree_cursor_goto_parent_wasm(tree: number): number;
  _ts_tree_cursor_current_node_type_id_wasm(tree: number): number;
  _ts_tree_cursor_current_field_id_wasm(tree: number): number;
  _ts_tree_cursor_start_index_wasm(tree: number): number;
  _ts_tree_cursor_end_index_wasm(tree: number): number;
}
