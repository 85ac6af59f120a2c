import type { FileFacts } from '../../facts/fileFacts.ts';
import { assembleFacts, linesWithErrors } from '../reading/assemble.ts';
import { countLines } from '../reading/lineFigures.ts';
import { newReading, type Reading } from '../reading/reading.ts';
import { measureRoutines } from '../reading/routineFigures.ts';
import type { SyntaxTable } from '../reading/syntaxTable.ts';
import { readDocumentation } from '../reading/walk.ts';
import { declareAll } from './declare.ts';
import { figureKinds, lineKinds } from './figures.ts';
import { referAll } from './refer.ts';
import type { Prepared } from './prepare.ts';
import { K, kindSet } from './vocabulary.ts';

const mayBeEmpty = kindSet(
  K.compilation_unit,
  K.string_content,
  K.string_literal_content,
  K.raw_string_content,
  K.preproc_arg,
);

/** The declarations and scopes of a file from the syntax of its prepared text; O(nodes). */
export function readDeclarations(text: string, table: SyntaxTable): Reading {
  const reading = newReading(text, table);
  declareAll(reading);
  return reading;
}

/** The facts of one C# file from the syntax of its prepared text; O(nodes). */
export function extractFacts(text: string, table: SyntaxTable, { hidden }: Prepared): FileFacts {
  const reading = newReading(text, table);
  const parseErrors = linesWithErrors(reading, K.ERROR, mayBeEmpty);
  const packageName = declareAll(reading);
  const references = referAll(reading);
  readDocumentation(reading, lineKinds.comment);
  const counts = countLines(reading, lineKinds, hidden);
  measureRoutines(reading, counts, figureKinds);
  return assembleFacts(reading, { parseErrors, counts, references, packageName });
}
