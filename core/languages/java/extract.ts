import type { FileFacts } from '../../facts/fileFacts.ts';
import { assembleFacts, linesWithErrors } from '../reading/assemble.ts';
import { countLines } from '../reading/lineFigures.ts';
import { newReading, type Reading } from '../reading/reading.ts';
import { measureRoutines } from '../reading/routineFigures.ts';
import type { SyntaxTable } from '../reading/syntaxTable.ts';
import { readDocumentation } from '../reading/walk.ts';
import { declareAll } from './declare.ts';
import { figureKinds, lineKinds } from './figures.ts';
import { packageOf } from './imports.ts';
import { referAll } from './refer.ts';
import { K, kindSet } from './vocabulary.ts';

const mayBeEmpty = kindSet(K.program, K.string_fragment, K.multiline_string_fragment);

/** The declarations and scopes of a file from its syntax; O(nodes). */
export function readDeclarations(text: string, table: SyntaxTable): Reading {
  const reading = newReading(text, table);
  declareAll(reading);
  return reading;
}

/** The facts of one Java file from its syntax; O(nodes). */
export function extractFacts(text: string, table: SyntaxTable): FileFacts {
  const reading = readDeclarations(text, table);
  const parseErrors = linesWithErrors(reading, K.ERROR, mayBeEmpty);
  const references = referAll(reading);
  readDocumentation(reading, lineKinds.comment);
  const counts = countLines(reading, lineKinds);
  measureRoutines(reading, counts, figureKinds);
  return assembleFacts(reading, { parseErrors, counts, references, packageName: packageOf(reading) });
}
