import type { FileFacts } from '../../facts/fileFacts.ts';
import { assembleFacts, linesWithErrors } from '../reading/assemble.ts';
import { countLines } from '../reading/lineFigures.ts';
import { measureRoutines } from '../reading/routineFigures.ts';
import type { SyntaxTable } from '../reading/syntaxTable.ts';
import { readDocumentation } from '../reading/walk.ts';
import { callSiteColumns } from './calls.ts';
import { declareAll } from './declare.ts';
import { figureKinds, lineKinds, readDocStrings } from './figures.ts';
import { newPythonReading } from './reading.ts';
import { referAll } from './refer.ts';
import { K, kindSet } from './vocabulary.ts';

const mayBeEmpty = kindSet(K.module, K.block, K.string_content, K.string_end, K.format_specifier);

/** The declarations and scopes of a file from its syntax; O(nodes). */
export function readDeclarations(text: string, table: SyntaxTable): ReturnType<typeof newPythonReading> {
  const reading = newPythonReading(text, table);
  declareAll(reading);
  return reading;
}

/** The facts of one Python file from its syntax; O(nodes). */
export function extractFacts(text: string, table: SyntaxTable): FileFacts {
  const reading = readDeclarations(text, table);
  const parseErrors = linesWithErrors(reading, K.ERROR, mayBeEmpty);
  const references = referAll(reading);
  readDocStrings(reading);
  readDocumentation(reading, lineKinds.comment);
  const counts = countLines(reading, lineKinds);
  measureRoutines(reading, counts, figureKinds);
  return assembleFacts(reading, { parseErrors, counts, references, callSites: callSiteColumns(reading) });
}
