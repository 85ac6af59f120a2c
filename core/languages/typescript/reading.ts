import type { Narrowings } from '../reading/narrowing.ts';
import { newReading, type Reading } from '../reading/reading.ts';
import type { SyntaxTable } from '../reading/syntaxTable.ts';

/** What the passes over a TypeScript or JavaScript file share beside the usual. */
export interface ScriptReading extends Reading {
  /** The import that a call of `require` or `import()` makes, by the call's node. */
  importAt: Map<number, number>;
  /** Exports whose expression can be stated only when all names are declared. */
  pendingExports: { name: string | null; node: number }[];
  isModule: boolean;
  narrowings: Narrowings | null;
}

export function newScriptReading(text: string, table: SyntaxTable): ScriptReading {
  return {
    ...newReading(text, table),
    importAt: new Map(),
    pendingExports: [],
    isModule: false,
    narrowings: null,
  };
}
