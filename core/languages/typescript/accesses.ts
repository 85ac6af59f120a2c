import { REFERENCE } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { lookUpValue } from '../reading/scopes.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import type { ScriptReading } from './reading.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

/** Names that the language, the browser and Node give every file. */
const globalNames = new Set([
  ...Object.getOwnPropertyNames(globalThis),
  ...'window document self parent location navigator history localStorage sessionStorage arguments module exports require'.split(
    ' ',
  ),
]);

/** What has said already what its name is used for: a call, a construction, a parent, an import. */
const hasOwnReference = kindSet(
  K.import_specifier,
  K.import_clause,
  K.namespace_import,
  K.import_require_clause,
  K.export_specifier,
  K.namespace_export,
  K.export_statement,
  K.extends_clause,
  K.class_heritage,
  K.decorator,
  K.type_query,
  K.type_annotation,
  K.nested_identifier,
  K.jsx_opening_element,
  K.jsx_self_closing_element,
  K.jsx_closing_element,
  K.formal_parameters,
);

/** Around whole chains: the end of an element repeats its beginning, and types name values without using them. */
const repeats = kindSet(K.jsx_closing_element, K.type_query, K.type_annotation, K.nested_identifier);

const patterns = kindSet(
  K.array_pattern,
  K.object_pattern,
  K.pair_pattern,
  K.assignment_pattern,
  K.object_assignment_pattern,
  K.rest_pattern,
);

const NONE = -1;

/**
 * How the value is accessed that a name, a member expression or a literal index stands for: read or written; -1 where the node
 * declares, or what it is used for is said elsewhere. `x += 1` and `x++` write.
 */
export function accessOf(reading: ScriptReading, node: number): number {
  const { table } = reading;
  const parent = table.parent[node];
  const kind = table.kind[parent];
  const field = table.field[node];
  if (hasOwnReference[kind] || field === F.name) return NONE;
  const chain = chainFrom(reading, node);
  const around = table.parent[chain];
  if (around >= 0 && repeats[table.kind[around]]) return NONE;
  // `Gate.prototype.open = …` declares, and `module.exports = gate` exports.
  if (table.field[chain] === F.left && reading.declarationAt.has(around)) return NONE;
  if (kind === K.assignment_expression && field === F.right && isExport(reading, parent)) return NONE;
  if (kind === K.call_expression && field === F.function) return NONE;
  if (kind === K.new_expression && field === F.constructor) return NONE;
  if (kind === K.binary_expression && field === F.right)
    return table.kind[childIn(table, parent, F.operator)] === T.instanceof ? NONE : REFERENCE.read;
  if (field === F.pattern || field === F.parameter) return NONE;
  if (kind === K.update_expression) return REFERENCE.write;
  if (patterns[kind] && field !== F.right && field !== F.key) return accessInPattern(reading, parent);
  if (field !== F.left) return REFERENCE.read;
  return accessOnTheLeft(reading, parent);
}

function isExport(reading: ScriptReading, assignment: number): boolean {
  const left = childIn(reading.table, assignment, F.left);
  return left >= 0 && /^(module\.)?exports\b/.test(textOf(reading, left));
}

/** The whole of the chain that begins with a node: of `a` in `a.b.c`, that. */
function chainFrom({ table }: ScriptReading, node: number): number {
  let at = node;
  let parent = table.parent[at];
  while (
    (table.kind[parent] === K.member_expression && table.field[at] === F.object) ||
    table.kind[parent] === K.instantiation_expression
  ) {
    at = parent;
    parent = table.parent[at];
  }
  return at;
}

/** A name in a pattern is written when the pattern is assigned to, and declared otherwise. */
function accessInPattern(reading: ScriptReading, pattern: number): number {
  const { table } = reading;
  let at = pattern;
  while (patterns[table.kind[table.parent[at]]]) at = table.parent[at];
  return table.field[at] === F.left ? accessOnTheLeft(reading, table.parent[at]) : NONE;
}

function accessOnTheLeft(reading: ScriptReading, holder: number): number {
  const { table } = reading;
  switch (table.kind[holder]) {
    case K.assignment_expression:
      // Where the assignment declares, nothing is written that was there before.
      return reading.declarationAt.has(holder) ? NONE : REFERENCE.write;
    case K.augmented_assignment_expression:
    case K.for_in_statement:
      // What a loop declares is known in the loop alone, and never gets here.
      return REFERENCE.write;
    default:
      return REFERENCE.read;
  }
}

/** True for a name that means something beyond the routine it stands in: of the file, imported, or of a script. */
export function isKnownBeyond(reading: ScriptReading, node: number): boolean {
  const name = textOf(reading, node);
  const found = lookUpValue(reading.scopeOf[node], name);
  // `import('x')` in a type is an identifier to the grammar.
  if (name.startsWith('import(')) return false;
  if (!found) return !globalNames.has(name);
  // A module as a whole is only the way to what it holds.
  if (found.kind === 'import') return reading.importBindings[found.binding].name !== '*';
  return found.kind === 'symbol';
}

/** True for a member of what the language, the browser or Node give: `process.env`, `module.exports`. */
export function isOfGiven(reading: ScriptReading, node: number): boolean {
  const { table } = reading;
  let at = node;
  for (;;) {
    const object = childIn(table, at, F.object);
    if (object < 0) break;
    at = object;
  }
  if (table.kind[at] !== K.identifier) return false;
  return !lookUpValue(reading.scopeOf[at], textOf(reading, at)) && !isKnownBeyond(reading, at);
}

/** The name that a destructuring takes out of an object: the key of a pair, or the name itself; -1 for none, or what it imports. */
export function destructuredName(reading: ScriptReading, node: number): number {
  const { table } = reading;
  const kind = table.kind[node];
  if (importsByPattern(reading, node)) return NONE;
  if (kind === K.shorthand_property_identifier_pattern) return node;
  return kind === K.pair_pattern && childOfKind(table, node, K.property_identifier) >= 0
    ? childIn(table, node, F.key)
    : NONE;
}

/** `const { open } = require('./gate')` imports what it names. */
function importsByPattern(reading: ScriptReading, node: number): boolean {
  const { table } = reading;
  let at = table.parent[node];
  while (patterns[table.kind[at]]) at = table.parent[at];
  let value = table.kind[at] === K.variable_declarator ? childIn(table, at, F.value) : NONE;
  if (value >= 0 && table.kind[value] === K.await_expression) value = table.next[value + 1];
  return value >= 0 && reading.importAt.has(value);
}
