import type { FileFacts } from '../../facts/fileFacts.ts';
import { assembleFacts, linesWithErrors } from '../reading/assemble.ts';
import { countLines } from '../reading/lineFigures.ts';
import { measureRoutines } from '../reading/routineFigures.ts';
import type { SyntaxTable } from '../reading/syntaxTable.ts';
import { readDocumentation } from '../reading/walk.ts';
import { declareAll } from './declare.ts';
import { figureKinds, lineKinds } from './figures.ts';
import { readReferenceComment } from './imports.ts';
import { newScriptReading, type ScriptReading } from './reading.ts';
import { referAll } from './refer.ts';
import { K, kindSet } from './vocabulary.ts';

/** The declarations and scopes of a file from its syntax; O(nodes). */
export function readDeclarations(text: string, table: SyntaxTable): ScriptReading {
  const reading = newScriptReading(text, table);
  readHeadComments(reading);
  declareAll(reading);
  return reading;
}

/** The facts of one TypeScript or JavaScript file from its syntax; O(nodes). */
export function extractFacts(text: string, table: SyntaxTable): FileFacts {
  const reading = readDeclarations(text, table);
  const parseErrors = linesWithErrors(reading, K.ERROR, mayBeEmpty);
  const references = referAll(reading);
  readDocumentation(reading, lineKinds.comment);
  const counts = countLines(reading, lineKinds);
  measureRoutines(reading, counts, figureKinds);
  return assembleFacts(reading, { parseErrors, counts, references, isScript: !reading.isModule });
}

const mayBeEmpty = kindSet(K.program, K.string_fragment, K.jsx_text, K.statement_block, K.template_string);

function readHeadComments(reading: ScriptReading): void {
  const { table } = reading;
  for (let node = 1; node < table.count; node = table.next[node]) {
    if (table.kind[node] !== K.comment) return;
    readReferenceComment(reading, node);
  }
}
