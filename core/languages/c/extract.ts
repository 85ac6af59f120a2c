import type { FileFacts } from '../../facts/fileFacts.ts';
import { assembleFacts, linesWithErrors } from '../reading/assemble.ts';
import { measureRoutines } from '../reading/routineFigures.ts';
import type { SyntaxTable } from '../reading/syntaxTable.ts';
import { readDocumentation } from '../reading/walk.ts';
import { declareAll } from './declare.ts';
import { countLines, figureKinds } from './figures.ts';
import { newNativeReading, type NativeReading, type PreparedSource } from './reading.ts';
import { referAll } from './refer.ts';
import { K, kindSet } from './vocabulary.ts';

const mayBeEmpty = kindSet(
  K.translation_unit,
  K.string_content,
  K.raw_string_content,
  K.raw_string_delimiter,
);
const isComment = kindSet(K.comment);

/** The declarations and scopes of a file from the syntax of its prepared text; O(nodes). */
export function readDeclarations(text: string, table: SyntaxTable, prepared: PreparedSource): NativeReading {
  const reading = newNativeReading(text, table, prepared);
  declareAll(reading);
  return reading;
}

/** The facts of one C or C++ file from the syntax of its prepared text; O(nodes). */
export function extractFacts(text: string, table: SyntaxTable, prepared: PreparedSource): FileFacts {
  const reading = readDeclarations(text, table, prepared);
  const parseErrors = linesWithErrors(reading, K.ERROR, mayBeEmpty);
  const references = referAll(reading);
  readDocumentation(reading, isComment);
  const counts = countLines(prepared.scan, reading.lineStarts.length);
  measureRoutines(reading, counts, figureKinds);
  const facts = assembleFacts(reading, { parseErrors, counts, references });
  return {
    ...facts,
    quoted: [
      ...pastedNames(text, facts),
      ...macroArguments(text),
      ...prepared.given.map(({ name }) => name),
      ...askedByConditions(text),
    ],
  };
}

/** What conditions of the preprocessor ask, as in `#if HAS_GATE(2)`. O(text). */
function askedByConditions(text: string): string[] {
  const conditions = [...text.matchAll(/^[ \t]*#[ \t]*(?:el)?if\b(.*)$/gm)].map(([, condition]) => condition);
  return conditions.flatMap((condition) => condition.match(/[A-Za-z_]\w{2,}/g) ?? []);
}

/** What macros are given that stand at the beginning of a line, as in `BENCHMARK(openGate);`. O(text). */
function macroArguments(text: string): string[] {
  const given = [...text.matchAll(/^[A-Za-z_]\w*\(([^(){};]{3,400})\)/gm)].map(([, list]) => list);
  return [...new Set(given.flatMap((list) => list.match(/\w{3,}/g) ?? []))];
}

/**
 * Declared names that end as a macro of the file makes names end: of `CTL(gate)` with `#define CTL(n) n##_ctl`, `gate_ctl` is meant.
 * O(text + declarations × endings).
 */
function pastedNames(text: string, { declarations, names }: FileFacts): string[] {
  const endings = [...new Set([...text.matchAll(/##\s*(_\w{2,})/g)].map(([, ending]) => ending))];
  if (endings.length === 0) return [];
  const declared = new Set(Array.from(declarations.name, (name) => names[name]));
  return [...declared].filter((name) => endings.some((ending) => name.endsWith(ending)));
}
