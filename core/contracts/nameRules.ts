import type { FileTree, ImportTarget } from './fileTree.ts';
import type { FactsOfFile } from './linked.ts';
import type { Value } from './values.ts';

/** A declaration somewhere in the codebase. */
export interface Place {
  file: number;
  declaration: number;
}

/** What the rules of a family of languages may ask of the evaluator. */
export interface NameContext {
  files: readonly FactsOfFile[];
  /** The files of the family, as indexes into `files`. */
  own: readonly number[];
  tree: FileTree;
  targets: readonly ImportTarget[][];
  memberOf(object: Value, name: string): Value | null;
  evaluate(file: number, expression: number): Value | null;
  exportOf(file: number, name: string): Value | null;
  parentsOf(file: number, declaration: number): Value[];
}

/**
 * How the names of one family of languages are resolved where a file's own scopes and the types around a name do not
 * settle it. Languages whose modules bind each name by itself need none.
 */
export interface NameRules {
  /** What a name means in a file: by its imports, its package, or for want of anything nearer. */
  lookUp(file: number, name: string): Value | null;
  /** A member of a package or namespace, by its full name with dots, as a file sees it. */
  packageMember(packageName: string, member: string, from: number): Value | null;
  /** The namespaces around a declaration (-1: of the file), innermost first, by their full names. */
  namespacesAround?(file: number, declaration: number): readonly string[];
  /** The other places at which the type of a declaration goes on (a partial class); itself is not among them. */
  otherParts?(file: number, declaration: number): readonly Place[];
  /** The place that stands for a whole type which goes on elsewhere, when `declaration` is another part of it. */
  mainPart?(file: number, declaration: number): Place | null;
  /** A routine declared elsewhere that a file may call on an object as if it were the object's own. */
  extensionOf?(object: Value, name: string, from: number): Value | null;
  /** The definition that a declaration without a body stands for, when there is just one. */
  definitionOf?(file: number, declaration: number): Place | null;
  /**
   * True when a file may know a type of another file without naming it in an import: its package's, or one that it
   * includes. By itself, only what a file imports is near enough for a guess by name.
   */
  sees?(file: number, other: number): boolean;
  /** True where a field that is called runs the routine, or makes the type, that it holds. */
  fieldsAreCalled?: true;
  /** True for a file whose imports those that import it are meant to see: a package's. */
  bringsIn?(file: number): boolean;
  /** Files whose fixtures the tests of a file are handed, beside its own, nearest first. */
  suppliersOf?(file: number): readonly number[];
  /** True where a routine that is declared again takes the place of the earlier one, be it under a condition. */
  laterReplaces?: true;
  /** True where a type may rest on what the other parents of its heirs have. */
  parentsMix?: true;
  /** True where a macro may have made what a name means, so that one that is found nowhere says nothing. */
  namesMayBeMade?: true;
  /** True when `Type.member` may name an instance's member too, as in calls of a parent's method. */
  typeNamesInstanceMembers?: boolean;
  /** A type that belongs to another and has its body outside of it. */
  typeWithin?(type: Place, name: string): Place | null;
  /** A module within the package that a file stands for. */
  submodule?(file: number, name: string): Value | null;
  /** True where several types of one name are one: what a template is for some arguments, or under a condition. */
  typesHaveVariants?: true;
  /** True where an instance can be made of another of its type, or be the one that is given, and nothing states how. */
  copiesByItself?: true;
  /** True for a file that another includes under conditions only, so that what it declares may not be there. */
  mayBeLeftOut?(file: number, from: number): boolean;
  /** True when the values of an enumeration are known where it stands, without its name. */
  promotesEnumerators?: boolean;
  /**
   * True when a type has the members of its parents, too, but for private ones: a routine of one name does not hide
   * those that take something else.
   */
  inheritsByAccess?: boolean;
  /** True when a routine and a field may have one name: only what is called means the routine. */
  routinesApart?: boolean;
  /** True when calling a type makes an instance of it. */
  callsMakeInstances?: boolean;
}
