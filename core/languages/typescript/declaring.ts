import { EXPRESSION, FLAG, KIND } from '../../facts/fileFacts.ts';
import { newDeclaration, textOf } from '../reading/reading.ts';
import { bind, type Scope } from '../reading/scopes.ts';
import type { Position } from '../reading/walk.ts';
import type { ScriptReading } from './reading.ts';
import { F, K, T } from './vocabulary.ts';

export function exportSymbol(
  reading: ScriptReading,
  at: Position,
  name: string,
  symbol: number,
  index: number,
): void {
  reading.declarations[index].flags |= FLAG.exported;
  if (at.scope !== reading.fileScope) return;
  const expression = reading.expressions.add(EXPRESSION.symbol, symbol);
  const last = reading.exports.named.at(-1);
  // Each signature of an overloaded function exports the same.
  if (last?.[0] !== name || last[1] !== expression) reading.exports.named.push([name, expression]);
}

/** Joins the declaration to the symbol of its name in this scope, made when there is none. */
export function bindSymbol(reading: ScriptReading, scope: Scope, name: string, index: number): number {
  const declaration = reading.declarations[index];
  const known = scope.names?.get(name);
  if (known?.kind === 'symbol') {
    if (declaration.symbol !== known.symbol) reading.symbols[known.symbol].push(index);
    declaration.symbol = known.symbol;
    return known.symbol;
  }
  declaration.symbol = reading.symbols.push([index]) - 1;
  bind(scope, name, { kind: 'symbol', symbol: declaration.symbol });
  return declaration.symbol;
}

export function addDeclaration(
  reading: ScriptReading,
  node: number,
  at: Position,
  kind: number,
  form: number,
  name: string,
): number {
  const { declarations } = reading;
  const flags = flagsOf(reading, node);
  const declaration = newDeclaration(reading, node, { kind, form, flags, name, parent: at.owner });
  if (kind === KIND.routine) {
    const signature = openSignature(reading, at.owner, name, form);
    if (signature >= 0) {
      const { endLine } = declaration;
      Object.assign(declarations[signature], { node, endLine, flags });
      reading.declarationAt.set(node, signature);
      return signature;
    }
  }
  const index = declarations.push(declaration) - 1;
  reading.declarationAt.set(node, index);
  return index;
}

/** An overload signature of the same routine just before, which the new declaration continues; -1 for none. */
function openSignature(reading: ScriptReading, owner: number, name: string, form: number): number {
  for (let i = reading.declarations.length - 1; i >= 0; i--) {
    const earlier = reading.declarations[i];
    if (earlier.parent !== owner) {
      if (i === owner) return -1;
      continue;
    }
    const same = earlier.name === name && earlier.form === form && earlier.kind === KIND.routine;
    return same && earlier.flags & FLAG.bodiless ? i : -1;
  }
  return -1;
}

export function flagsOf(reading: ScriptReading, node: number): number {
  const { table } = reading;
  let flags = 0;
  let hasBody = false;
  const kind = table.kind[node];
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    const childKind = table.kind[child];
    if (table.field[child] === F.body || table.field[child] === F.value) hasBody = true;
    if (childKind === T.static) flags |= FLAG.static;
    else if (childKind === T.abstract) flags |= FLAG.abstract;
    else if (childKind === T.async) flags |= FLAG.async;
    else if (childKind === K.private_property_identifier) flags |= FLAG.private;
    else if (childKind === K.accessibility_modifier) {
      const modifier = textOf(reading, child);
      if (modifier === 'private') flags |= FLAG.private;
      else if (modifier === 'protected') flags |= FLAG.protected;
    }
  }
  if (kind === K.abstract_class_declaration || kind === K.abstract_method_signature) flags |= FLAG.abstract;
  if (!hasBody) flags |= FLAG.bodiless;
  return flags;
}
