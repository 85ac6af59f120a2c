import type { Narrowings } from '../reading/narrowing.ts';
import { newReading, type Reading } from '../reading/reading.ts';
import type { Scope } from '../reading/scopes.ts';
import type { Contents } from './contents.ts';
import type { SyntaxTable } from '../reading/syntaxTable.ts';

/** What the passes over a Python file share beside the usual. */
export interface PythonReading extends Reading {
  /** Fields and variables with all nodes from which their value may be told: an annotation's, or a right side's. */
  assignmentsTo: Map<number, { value: number; type: number }[]>;
  /** Scopes of class bodies. */
  classBodies: Set<Scope>;
  /** What `__all__` lists; null when there is none that can be read. */
  all: string[] | null;
  /** True when names may be there that no declaration shows. */
  isOpen: boolean;
  narrowings: Narrowings | null;
  contents: Contents | null;
  /** What calls hand over: what is called, and a list of values. */
  callSites: { callee: number; values: number }[];
}

export function newPythonReading(text: string, table: SyntaxTable): PythonReading {
  return {
    ...newReading(text, table),
    assignmentsTo: new Map(),
    classBodies: new Set(),
    all: null,
    isOpen: false,
    narrowings: null,
    contents: null,
    callSites: [],
  };
}
