import { FORM, KIND } from '../../facts/fileFacts.ts';
import { newDeclaration, textOf } from '../reading/reading.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import type { Position } from '../reading/walk.ts';
import { addDeclaration, flagsOf } from './declaring.ts';
import { functionOf, isFunctionValue } from './functions.ts';
import type { ScriptReading } from './reading.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

const statesMember = kindSet(K.public_field_definition, K.field_definition, K.method_definition);

/** Takes in what the body of a class states, be it behind the constructor that gives it a value. */
export function noteMembers(reading: ScriptReading, body: number, cls: number): void {
  const { table } = reading;
  const members = new Map<string, number>();
  for (let child = body + 1; child < table.next[body]; child = table.next[child]) {
    if (!statesMember[table.kind[child]] || childOfKind(table, child, T.static) >= 0) continue;
    const named = childIn(table, child, F.name);
    const name = named >= 0 ? named : childIn(table, child, F.property);
    if (name >= 0) members.set(textOf(reading, name), child);
  }
  if (cls >= 0) reading.statedMembers.set(cls, members);
}

/** A field that a class states, and is given as a function outside of it, is that routine. */
function fieldMadeRoutine(reading: ScriptReading, field: number, node: number): number {
  const { kind, form, parent, name } = reading.declarations[field];
  if (kind !== KIND.field || form !== FORM.property) return -1;
  const flags = flagsOf(reading, functionOf(reading, node));
  const what = { kind: KIND.routine, form: FORM.function, flags, name, parent };
  Object.assign(reading.declarations[field], newDeclaration(reading, node, what));
  reading.declarationAt.set(node, field);
  return field;
}

/** `exports.x = function`, `A.prototype.x = function`, `A.x = function` and `this.x = function` name their routine. */
export function declareAssigned(reading: ScriptReading, node: number, at: Position): number {
  const { table } = reading;
  const left = childIn(table, node, F.left);
  const right = childIn(table, node, F.right);
  if (left < 0 || right < 0 || table.kind[left] !== K.member_expression) return -1;
  const object = childIn(table, left, F.object);
  const property = childIn(table, left, F.property);
  if (object < 0 || property < 0) return -1;
  const target = textOf(reading, object);
  const name = textOf(reading, property);
  const wholeExport = target === 'module' && name === 'exports';
  const isExport = wholeExport || target === 'exports' || target === 'module.exports';
  if (isExport && !at.scope.names?.has('exports')) {
    reading.isModule = true;
    reading.pendingExports.push({ name: wholeExport ? null : name, node: right });
  }
  if (!isFunctionValue[table.kind[right]]) return -1;
  const position: Position = { scope: at.scope, owner: at.owner };
  const owner = target.endsWith('.prototype') ? target.slice(0, -'.prototype'.length) : target;
  const known = at.scope.names?.get(owner) ?? reading.fileScope.names?.get(owner);
  if (known?.kind === 'symbol') position.owner = reading.symbols[known.symbol][0];
  else if (target === 'this' && at.owner >= 0) {
    const cls = reading.declarations[at.owner].parent;
    if (cls >= 0 && reading.declarations[cls].form === FORM.class) position.owner = cls;
  }
  const stated = reading.statedMembers.get(position.owner)?.get(name);
  // What the class states is given a value here, and is declared there.
  if (stated !== undefined && target === 'this') return -1;
  const field = stated === undefined ? undefined : reading.declarationAt.get(stated);
  const merged = field === undefined ? -1 : fieldMadeRoutine(reading, field, node);
  if (merged >= 0) return merged;
  const routineName = wholeExport ? 'default' : name;
  return addDeclaration(reading, node, position, KIND.routine, FORM.function, routineName);
}
