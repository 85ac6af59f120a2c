/**
 * What a front end reports of one file, knowing nothing of any other: the input of linking. Columns are typed arrays
 * of equal length; names are indexes into `names`. Facts are cached by content hash and {@link FRONT_END_VERSION}.
 */
export interface FileFacts {
  parse: ParseState;
  /** First and last line (1-based) of each region that did not parse. */
  parseErrors: [number, number][];
  lines: LineFigures;
  names: string[];
  imports: ImportFact[];
  /** What an import statement binds: which import, and which of its exports (`*` the whole, `default`). */
  importBindings: { import: number; name: string }[];
  exports: ExportFacts;
  /** Declarations of one name in one scope belong together; each symbol lists its declarations. */
  symbols: number[][];
  declarations: DeclarationColumns;
  expressions: ExpressionColumns;
  references: ReferenceColumns;
  /** Calls by which parameters get what they hold, where a language's parameters need not say what they are. */
  callSites?: CallSiteColumns;
  /** True when top-level names are visible to every file (a script, not a module). */
  isScript: boolean;
  /** Package that the file says it belongs to, with dots; empty for none or where the language has no such thing. */
  packageName: string;
  /** Names by which something may be loaded or called: in strings, put together by macros, in lines that did not parse. */
  quoted?: string[];
  /** Qualified names that stand in strings, or anywhere in configuration, in the order of their places. */
  named?: NamedPlace[];
}

/** A qualified name as it is written (`canal.locks.Gate`, `canal/locks/Gate`), and where: line and column from 1. */
export type NamedPlace = [name: string, line: number, column: number];

/** Part of the cache key: raise it whenever extraction gives different facts for the same text. */
export const FRONT_END_VERSION = 36;

export type ParseState = 'clean' | 'partial' | 'failed';

/** Counts of lines; `code + commentOnly + blank = lines`, and a line with both counts in `code` and `comment`. */
export interface LineFigures {
  lines: number;
  code: number;
  comment: number;
  commentOnly: number;
  blank: number;
  longest: number;
}

export type ImportKind = 'import' | 'typeImport' | 'reExport' | 'dynamicImport' | 'require' | 'include';

export interface ImportFact {
  kind: ImportKind;
  /** What is named, as the language's resolver reads it; null when it is computed at run time. */
  specifier: string | null;
  line: number;
  /** True where a condition may take it out of the text. */
  conditional?: true;
}

export interface ExportFacts {
  /** Exported name and the expression it stands for. */
  named: [name: string, expression: number][];
  /** Imports whose exports are all passed on. */
  stars: number[];
  /** `export =` or `module.exports =`; -1 when there is none, 0 when names are exported that cannot be seen. */
  whole: number;
  /** The names that passing all on means; absent when it means all. */
  starNames?: string[];
}

export const elementKinds = ['folder', 'file', 'type', 'routine', 'field', 'external'] as const;
export type ElementKind = (typeof elementKinds)[number];
export const KIND = { folder: 0, file: 1, type: 2, routine: 3, field: 4, external: 5 } as const;

export const declarationForms = [
  'class',
  'interface',
  'enum',
  'alias',
  'namespace',
  'function',
  'method',
  'constructor',
  'getter',
  'setter',
  'property',
  'variable',
  'member',
  'struct',
  'union',
  'record',
  'annotation',
  'delegate',
  'macro',
  'extension',
] as const;
export type DeclarationForm = (typeof declarationForms)[number];
export const FORM = Object.fromEntries(declarationForms.map((form, i) => [form, i])) as Record<
  DeclarationForm,
  number
>;

export const FLAG = {
  exported: 1,
  abstract: 2,
  static: 4,
  private: 8,
  protected: 16,
  async: 32,
  /** A signature without a body. */
  bodiless: 64,
  /** Seen in its own package or assembly only. */
  internal: 128,
  /** What a condition of the preprocessor may take out of the text, so that its name may mean something else. */
  conditional: 256,
  /** A routine that leaves what it is called on as it is. */
  constant: 512,
  /** Names what it is given rather than holding one of its own. */
  reference: 1024,
  /** A class that is the value of its name, while what its instances are is said by another type. */
  valueAlone: 2048,
  /** A routine that is run when its program is loaded, without being named: `__attribute__((constructor))`. */
  atLoad: 4096,
} as const;

/** Figures of one declaration that follow from its own text. Zero for what does not apply. */
export const figureNames = [
  'codeLines',
  'commentLines',
  'statements',
  'cyclomatic',
  'cyclomaticPlain',
  'nesting',
  'nested',
  'parameters',
  'locals',
  'exits',
  'casts',
  'calls',
  'distinctOperators',
  'distinctOperands',
  'operators',
  'operands',
] as const;
export type FigureName = (typeof figureNames)[number];

export interface DeclarationColumns {
  count: number;
  kind: Uint8Array;
  form: Uint8Array;
  flags: Uint16Array;
  name: Int32Array;
  /** Index of the declaration this one stands in, always smaller; -1 at the top of the file. */
  parent: Int32Array;
  startLine: Int32Array;
  endLine: Int32Array;
  /** Expression for what the declaration holds (field), returns (routine), stands for (alias) or is made by (class); 0 when unknown. */
  value: Int32Array;
  /** Parameters of a routine that may be overloaded: an expression of the operation `parameters`; 0 when unknown. */
  parameters: Int32Array;
  /** Expression for the type or namespace to which a definition outside of it belongs (`A::m`), or which a method extends; 0 for none. */
  owner: Int32Array;
  /** First and last line of the documentation comment; 0 for none. */
  docStart: Int32Array;
  docEnd: Int32Array;
  figures: Record<FigureName, Int32Array>;
}

/**
 * Expressions say how a name is to be resolved, as far as one file can know. `a` and `b` are operands: expression,
 * symbol, import binding, declaration or name, as stated beside each operation.
 */
export const EXPRESSION = {
  unknown: 0,
  /** a: symbol of this file. */
  symbol: 1,
  /** a: import binding of this file. */
  import: 2,
  /** a: name that no scope of this file declares. */
  global: 3,
  /** A value of the type or class `a` (expression). */
  instance: 4,
  /** Member named `b` (name) of `a` (expression). */
  member: 5,
  /** What calling `a` (expression) with `b` (an `arguments` expression, 0 when unknown) returns. */
  result: 6,
  /** What iterating or indexing `a` (expression) gives. */
  element: 7,
  /** What awaiting `a` (expression) gives. */
  awaited: 8,
  /** Type `a` (expression) with the type arguments `b` (a list). */
  generic: 9,
  /** List cell: `a` (expression) and the rest `b` (a list, 0 for none). */
  list: 10,
  /** The instance (b = 0) or the class (b = 1) that `this` is in the declaration `a`. */
  this: 11,
  /** The parent class of declaration `a`; b as for `this`. */
  super: 12,
  /** `a` when it can be resolved, otherwise `b`. */
  orElse: 13,
  /** The type of the value `a` (expression). */
  typeOf: 14,
  /** Name `a` as it stands in declaration `b` - 1 (0: in the file itself), beyond what local scopes declare. */
  name: 15,
  /** A value of the primitive type named `a`. */
  literal: 16,
  /** `a` arguments, whose expressions are the list `b`. */
  arguments: 17,
  /** At least `a` % 4096 and at most `a` / 4096 parameters, whose type expressions are the list `b`. */
  parameters: 18,
  /** As `name`, where only a type or a namespace can be meant. */
  typeName: 19,
  /** What a function that is given to a call is given itself: `a` is what is called, `b` is {@link callbackPlace}. */
  callback: 20,
  /** A type parameter: `a` is {@link typeParameterPlace}, `b` the type (expression) that bounds it. */
  typeParameter: 21,
  /** The value of the wider type of two numbers `a` and `b`, or the text that one of them is. */
  arithmetic: 22,
  /** As `name`, where only a routine can be meant. */
  routineName: 23,
  /** As `member`, where only a routine can be meant. */
  routineMember: 24,
  /** The routine that the operator named `a` calls where a type declares it; `b` is what it is applied to, as `arguments`. */
  operator: 25,
  /** What is reached behind `->` of `a`, which a type may say itself. */
  arrow: 26,
  /** What `a` means in `a.b` (b: name): where a member bears the name of its type, and `b` is of the type, the type. */
  qualifier: 27,
  /** What `a` (expression) is, though it may be something else: a variable that is given another value, a default. */
  uncertain: 28,
  /** An object with members that are stated where it is made: `a` is a list of `entry` and `spread`. */
  object: 29,
  /** The member of an object that is named `b` (name) and is `a` (expression). */
  entry: 30,
  /** All members of `a` (expression), put into an object. */
  spread: 31,
  /** The type `a` (expression), of values that are on their way only. */
  passing: 35,
  /** A type that is `a` or `b` (expressions). */
  union: 36,
  /** The type that `a` (expression) names, or that of what the field holds that it names. */
  initialised: 37,
  /** In the body of a macro, the name that begins with `a` (name) and goes on with what its parameter `b` is given. */
  pasted: 38,
  /** The type of functions that take `a` (`parameters`, 0 when unknown) and give a value of the type `b` (expression). */
  functionType: 39,
  /** Any of the types of functions in the list `a`. */
  signatures: 40,
  /** A function without a name, that gives the value `a` and takes `b` (`parameters`, 0 when unknown). */
  lambda: 41,
  /** A type that is both `a` and `b` (expressions). */
  intersection: 42,
  /** What the argument `b` of a call of `a` (expression) is expected to be. */
  contextualType: 43,
  /** What a function that stands where `a` (expression) is expected is given as its parameter `b`. */
  contextualArgument: 44,
  /** What a routine gives that is called in several ways, in the list `a` of types of functions. */
  overloads: 45,
  /** What `a` (expression) is, where it is called with `b` (`arguments`): a routine with its type arguments. */
  called: 46,
  /** Last in a list of parameters: the type `a` (expression) of what the function is called on. */
  calledOn: 47,
  /** The type `a` (expression) without the members that the list `b` of literals names. */
  omit: 48,
  /** That the parameter `b`, from 1 (0: what is called on), is of the type `a` (expression), where a function gives true. */
  typePredicate: 49,
  /** What the argument `b`, from 1 (0: what is called on), of a call of `a` (expression) is of, where the call gives true. */
  predicateOfCall: 50,
  /** Of the types of `a` (expression) those whose member is the literal that `b` (an `entry`) states. */
  tagged: 51,
  /** Of the types of `a` (expression) those whose member is another than `b` (an `entry`) states. */
  untagged: 52,
  /**
   * What the routine's parameter of the place `a`, a {@link parameterPlace}, is given where the routine is called, in whatever file;
   * `b` (name) is the parameter's.
   */
  callSiteType: 53,
  /** The type whose instance the type of declaration `a` is itself, be it by a parent. */
  typeOfType: 54,
  /** The result of the routine named `a` (name), injected into the routine `b` (declaration) as its parameter of that name: a fixture. */
  injected: 55,
  /** What is `a` at some time and `b` at another (expressions): of branches, of what stands in for nothing, of arms. */
  branches: 56,
  /** The type of pointers to the type `a` (expression). */
  pointer: 32,
  /** What the pointer `a` (expression) points to. */
  pointee: 33,
  /** A pointer to the value `a` (expression). */
  address: 34,
} as const;

/** Which type parameter of which declaration, both counted from 0. */
export function typeParameterPlace(declaration: number, index: number): number {
  return declaration * 64 + Math.min(index, 63);
}

export function placeOfTypeParameter(place: number): { declaration: number; index: number } {
  return { declaration: Math.floor(place / 64), index: place % 64 };
}

/** Which parameter of which argument, counted from 0: of `f(x, (y, z) => …)` z is the second of the second. */
export function callbackPlace(argument: number, parameter: number): number {
  return argument * 64 + parameter;
}

export function placeOfCallback(place: number): { argument: number; parameter: number } {
  return { argument: Math.floor(place / 64), parameter: place % 64 };
}

/** Which parameter of which declaration, both counted from 0; what a method is called on is none. */
export function parameterPlace(declaration: number, index: number): number {
  return declaration * 256 + Math.min(index, 255);
}

export function placeOfParameter(place: number): { declaration: number; index: number } {
  return { declaration: Math.floor(place / 256), index: place % 256 };
}

/** A number of parameters without limit. */
export const ANY_NUMBER = 4095;

/** How many parameters an expression of the operation `parameters` says, by its operand `a`; {@link ANY_NUMBER} for no limit. */
export function parameterRange(a: number): { least: number; most: number } {
  return { least: a % (ANY_NUMBER + 1), most: Math.floor(a / (ANY_NUMBER + 1)) };
}

export interface ExpressionColumns {
  operation: Uint8Array;
  a: Int32Array;
  b: Int32Array;
}

export const referenceKinds = [
  'call',
  'construct',
  'inherit',
  'implement',
  'typeUse',
  'read',
  'write',
] as const;
export const REFERENCE = Object.fromEntries(referenceKinds.map((kind, i) => [kind, i])) as Record<
  (typeof referenceKinds)[number],
  number
>;

/** Columns are kept to this one; what stands further right on its line is no text that anybody reads. */
export const MAX_COLUMN = 65_535;

export interface ReferenceColumns {
  kind: Uint8Array;
  /** Declaration in which the reference stands; -1 for the file itself. */
  from: Int32Array;
  line: Int32Array;
  /** Column of the name that refers, or of what stands around it, from 1 in UTF-16 units; {@link MAX_COLUMN} and beyond count as that. */
  column: Uint16Array;
  expression: Int32Array;
  /** The arguments of a call or construction: an `arguments` expression; 0 when unknown. */
  args: Int32Array;
}

/** Arguments of calls; calls of whose arguments nothing is known are left out. */
export interface CallSiteColumns {
  /** The callee (expression). */
  callee: Int32Array;
  /** The values in their order (a list, 0 where one is unknown), and then, by the names of parameters, each an `entry`. */
  values: Int32Array;
  /** Fixtures with their declarations: routines whose results are injected into tests that have a parameter of the name. */
  fixtures: [name: string, declaration: number][];
}
