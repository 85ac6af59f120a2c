/**
 * What a name means in a scope. A `symbol` has declarations that become elements; a `local` is a variable or
 * parameter, known by the node that binds it and by those that `rebind` it; an `opaque` name is a type parameter, `node` its own
 * name, the one of that `index` that the declaration `owner` takes, where a language says so,
 * and how that is stated, once it is.
 */
export type Binding =
  | { kind: 'symbol'; symbol: number }
  | { kind: 'import'; binding: number }
  | { kind: 'local'; node: number; expression: number; rebind?: number[] }
  | {
      kind: 'opaque';
      constraint: number;
      node?: number;
      owner?: number;
      index?: number;
      expression?: number;
    };

export type OpaqueBinding = Binding & { kind: 'opaque' };

export interface Scope {
  parent: Scope | null;
  /** Functions, modules and the file hold `var`s; blocks pass them up. */
  holdsVar: boolean;
  names: Map<string, Binding> | null;
}

export function newScope(parent: Scope | null, holdsVar: boolean): Scope {
  return { parent, holdsVar, names: null };
}

export function bind(scope: Scope, name: string, binding: Binding): void {
  (scope.names ??= new Map()).set(name, binding);
}

/** More values of one variable are not looked at. */
const MOST_VALUES = 8;

/** Takes in that a variable is given another value at a node. */
export function rebind(binding: Binding | undefined, node: number): void {
  if (binding?.kind !== 'local' || binding.node === node) return;
  binding.rebind ??= [];
  if (binding.rebind.length < MOST_VALUES) binding.rebind.push(node);
}

/** The scope that a `var` in `scope` belongs to. */
export function varScope(scope: Scope): Scope {
  let at = scope;
  while (!at.holdsVar && at.parent) at = at.parent;
  return at;
}

/** Resolves a name where a value is meant: type parameters do not hide values. */
export function lookUpValue(scope: Scope, name: string): Binding | undefined {
  for (let at: Scope | null = scope; at; at = at.parent) {
    const found = at.names?.get(name);
    if (found && found.kind !== 'opaque') return found;
  }
  return undefined;
}

/** Resolves a name where a type is meant: variables and parameters do not hide types. */
export function lookUpType(scope: Scope, name: string): Binding | undefined {
  for (let at: Scope | null = scope; at; at = at.parent) {
    const found = at.names?.get(name);
    if (found && found.kind !== 'local') return found;
  }
  return undefined;
}

/** Resolves a name where it does not matter what is meant. */
export function lookUp(scope: Scope, name: string): Binding | undefined {
  for (let at: Scope | null = scope; at; at = at.parent) {
    const found = at.names?.get(name);
    if (found) return found;
  }
  return undefined;
}
