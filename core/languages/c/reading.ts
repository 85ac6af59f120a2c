import { newReading, type Reading } from '../reading/reading.ts';
import type { SyntaxTable } from '../reading/syntaxTable.ts';
import type { Directive } from '../reading/tokens.ts';
import type { MacroDefinition } from './prepare/macros.ts';
import type { Prepared } from './prepare/prepare.ts';

/** A prepared text, and which of the two languages it is read as. */
export interface PreparedSource extends Prepared {
  isCpp: boolean;
}

/** What the passes over a C or C++ file share beside the usual. */
export interface NativeReading extends Reading {
  prepared: PreparedSource;
  /** For a definition outside of its type or namespace (`A::m`), the qualified name's node, by declaration. */
  qualified: Map<number, number>;
  /** For a routine that a macro makes of what follows, the list of what that is given, by declaration. */
  madeByMacro: Map<number, number>;
  /** The declarator of each declaration that has one. */
  declaratorOf: Map<number, number>;
  /** Macros that are declared, with the directives that define them. */
  macros: { declaration: number; directive: Directive; macro: MacroDefinition }[];
  /** Where conditions of the preprocessor hold text that they may take out, from offset to offset, in order; not the one around all. */
  conditional: [start: number, end: number][];
}

export function newNativeReading(text: string, table: SyntaxTable, prepared: PreparedSource): NativeReading {
  return {
    ...newReading(text, table),
    prepared,
    qualified: new Map(),
    madeByMacro: new Map(),
    declaratorOf: new Map(),
    macros: [],
    conditional: [],
  };
}
