import type { Narrowings } from '../reading/narrowing.ts';
import { newReading, type Reading } from '../reading/reading.ts';
import type { SyntaxTable } from '../reading/syntaxTable.ts';

/** What a test says of a value: that it is of a type (a node), that a call gives true for it, that a member of it is a literal (nodes), or is not. */
export type Test =
  | { by: 'type'; type: number }
  | { by: 'guard'; call: number; place: number }
  | { by: 'tag'; name: string; literal: number; isEqual: boolean };

/** What the passes over a TypeScript or JavaScript file share beside the usual. */
export interface ScriptReading extends Reading {
  /** The import that a call of `require` or `import()` makes, by the call's node. */
  importAt: Map<number, number>;
  /** Exports whose expression can be stated only when all names are declared. */
  pendingExports: { name: string | null; node: number }[];
  isModule: boolean;
  /** The fields and methods that the body of a class states, by the class's declaration and their names. */
  statedMembers: Map<number, Map<string, number>>;
  /** The ways in which a routine is called that states them without a body, by its declaration. */
  overloads: Map<number, number[]>;
  narrowings: Narrowings | null;
  /** What tests say, by the numbers that `narrowings` knows them by. */
  tests: Test[];
}

export function newScriptReading(text: string, table: SyntaxTable): ScriptReading {
  return {
    ...newReading(text, table),
    importAt: new Map(),
    pendingExports: [],
    isModule: false,
    statedMembers: new Map(),
    overloads: new Map(),
    narrowings: null,
    tests: [],
  };
}
