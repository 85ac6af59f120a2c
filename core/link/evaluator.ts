import { EXPRESSION, FLAG, FORM, KIND, REFERENCE } from '../facts/fileFacts.ts';
import type { ImportTarget } from './imports.ts';
import type { FactsOfFile } from './linked.ts';
import {
  applyType,
  awaitedOf,
  containerMember,
  containerResult,
  elementOf,
  instanceOf,
  type Value,
} from './values.ts';

/** Resolves the expressions of facts across files. */
export interface Evaluator {
  evaluate(file: number, expression: number): Value | null;
  /** What a file exports under a name; null when it exports no such thing that can be followed. */
  exportOf(file: number, name: string): Value | null;
  /** True when a file may export names that cannot be seen here, so that the absence of one proves nothing. */
  exportsOpenly(file: number): boolean;
}

/** Give up on chains of types and aliases longer than this. */
const MAX_DEPTH = 80;

interface FileState {
  memo: (Value | null | undefined)[];
  /** Children by name, for each declaration that has any. */
  members: Map<string, number[]>[] | null;
  parents: Map<number, number[]> | null;
  exports: Map<string, Value | null>;
  named: Map<string, number> | null;
}

/** Memoised: each expression, export and member list is worked out once. */
export function createEvaluator(files: FactsOfFile[], targets: ImportTarget[][]): Evaluator {
  const states: FileState[] = files.map(() => ({
    memo: [],
    members: null,
    parents: null,
    exports: new Map(),
    named: null,
  }));
  const globals = scriptGlobals(files);
  let depth = 0;

  function evaluate(file: number, expression: number): Value | null {
    if (expression <= 0 || depth > MAX_DEPTH) return null;
    const { memo } = states[file];
    const known = memo[expression];
    if (known !== undefined) return known;
    memo[expression] = null; // What rests on itself is unknown.
    depth++;
    const value = work(file, expression);
    depth--;
    memo[expression] = value;
    return value;
  }

  function work(file: number, expression: number): Value | null {
    const { facts } = files[file];
    const operation = facts.expressions.operation[expression];
    const a = facts.expressions.a[expression];
    const b = facts.expressions.b[expression];
    switch (operation) {
      case EXPRESSION.symbol:
        return { tag: 'declared', file, declarations: facts.symbols[a], inferred: false };
      case EXPRESSION.import: {
        const binding = facts.importBindings[a];
        return importedValue(targets[file][binding.import], binding.name);
      }
      case EXPRESSION.global:
        return globals.get(facts.names[a]) ?? { tag: 'global', name: facts.names[a] };
      case EXPRESSION.instance: {
        const type = evaluate(file, a);
        return type && instanceOf(expandAlias(type), true);
      }
      case EXPRESSION.member: {
        const object = evaluate(file, a);
        return object && memberOf(object, facts.names[b]);
      }
      case EXPRESSION.result:
        return resultOf(evaluate(file, a));
      case EXPRESSION.element:
        return elementOf(evaluate(file, a));
      case EXPRESSION.awaited:
        return awaitedOf(evaluate(file, a));
      case EXPRESSION.generic:
        return applyType(evaluate(file, a), listOf(file, b));
      case EXPRESSION.this:
      case EXPRESSION.super: {
        const own: Value = { tag: 'declared', file, declarations: [a], inferred: false };
        const type = operation === EXPRESSION.this ? own : (parentsOf(file, a)[0] ?? null);
        return type && b === 0 ? instanceOf(type, false) : type;
      }
      case EXPRESSION.either:
        return evaluate(file, a) ?? evaluate(file, b);
      case EXPRESSION.typeOf: {
        const value = evaluate(file, a);
        return value && { tag: 'typeOf', value };
      }
      default:
        return null;
    }
  }

  function listOf(file: number, list: number): (Value | null)[] {
    const { operation, a, b } = files[file].facts.expressions;
    const values: (Value | null)[] = [];
    for (let cell = list; cell > 0 && operation[cell] === EXPRESSION.list; cell = b[cell]) {
      values.push(evaluate(file, a[cell]));
    }
    return values;
  }

  function importedValue(target: ImportTarget, name: string): Value | null {
    if (target.kind === 'external') return { tag: 'external', external: target.external };
    if (target.kind !== 'file') return null;
    const { exports } = files[target.file].facts;
    if (name === '*') {
      return exports.whole > 0 ? evaluate(target.file, exports.whole) : { tag: 'module', file: target.file };
    }
    const found = exportOf(target.file, name);
    if (found) return found;
    if (exports.whole <= 0)
      return name === 'default' && isCommonJs(target.file) ? { tag: 'module', file: target.file } : null;
    const whole = evaluate(target.file, exports.whole);
    return name === 'default' || !whole ? whole : memberOf(whole, name);
  }

  function isCommonJs(file: number): boolean {
    const { facts } = files[file];
    return facts.imports.every(({ kind }) => kind === 'require' || kind === 'dynamicImport');
  }

  function exportOf(file: number, name: string): Value | null {
    const state = states[file];
    const known = state.exports.get(name);
    if (known !== undefined) return known;
    state.exports.set(name, null); // Star exports may go round in a circle.
    const { exports } = files[file].facts;
    state.named ??= new Map(exports.named);
    const named = state.named.get(name);
    let value = named === undefined ? null : evaluate(file, named);
    if (!value && name !== 'default') {
      let opaque: Value | null = null;
      for (const star of exports.stars) {
        const target = targets[file][star];
        if (target.kind === 'external') opaque = { tag: 'external', external: target.external };
        else if (target.kind === 'file') value = exportOf(target.file, name);
        if (value) break;
      }
      value ??= opaque;
    }
    state.exports.set(name, value);
    return value;
  }

  function exportsOpenly(file: number, seen = new Set<number>()): boolean {
    if (seen.has(file)) return false;
    seen.add(file);
    const { facts } = files[file];
    if (facts.exports.whole >= 0 || facts.isScript || facts.parse !== 'clean') return true;
    return facts.exports.stars.some((star) => {
      const target = targets[file][star];
      return target.kind !== 'file' || exportsOpenly(target.file, seen);
    });
  }

  /** `type A = B` is B when B can be followed; an object type stays itself. */
  function expandAlias(value: Value, steps = 0): Value {
    if (value.tag !== 'declared' || steps > MAX_DEPTH) return value;
    const { declarations } = files[value.file].facts;
    for (const d of value.declarations) {
      if (declarations.form[d] !== FORM.alias || membersOf(value.file, d).size > 0) continue;
      const expanded = evaluate(value.file, declarations.value[d]);
      if (expanded) return expandAlias(expanded, steps + 1);
    }
    return value;
  }

  function membersOf(file: number, declaration: number): Map<string, number[]> {
    const state = states[file];
    if (!state.members) {
      const { declarations, names } = files[file].facts;
      state.members = [];
      for (let d = 0; d < declarations.count; d++) {
        const parent = declarations.parent[d];
        if (parent < 0) continue;
        const members = (state.members[parent] ??= new Map<string, number[]>());
        const name = names[declarations.name[d]];
        const same = members.get(name);
        if (same) same.push(d);
        else members.set(name, [d]);
      }
    }
    return state.members[declaration] ?? noMembers;
  }

  /** The types a declaration inherits from or implements, in order. */
  function parentsOf(file: number, declaration: number): Value[] {
    const state = states[file];
    const { references } = files[file].facts;
    if (!state.parents) {
      state.parents = new Map();
      for (let r = 0; r < references.kind.length; r++) {
        if (references.kind[r] !== REFERENCE.inherit && references.kind[r] !== REFERENCE.implement) continue;
        const list = state.parents.get(references.from[r]);
        if (list) list.push(references.expression[r]);
        else state.parents.set(references.from[r], [references.expression[r]]);
      }
    }
    const expressions = state.parents.get(declaration) ?? [];
    return expressions.map((e) => evaluate(file, e)).filter((value) => value !== null);
  }

  function memberOf(object: Value, name: string): Value | null {
    if (depth > MAX_DEPTH) return null; // Two constants may each hold the other.
    depth++;
    const value = findMember(object, name);
    depth--;
    return value;
  }

  function findMember(object: Value, name: string): Value | null {
    switch (object.tag) {
      case 'module':
        return exportOf(object.file, name);
      case 'external':
        return object;
      case 'declared':
        return declaredMember(object, name);
      case 'instance':
        if (object.type.tag === 'declared') return inheritedMember(object.type, name, object.inferred, 0);
        return containerMember(object, name);
      default:
        return null;
    }
  }

  /** A static member, an enum's or a namespace's member, a function's property, or a member of what a constant holds. */
  function declaredMember(object: Value & { tag: 'declared' }, name: string): Value | null {
    const { file } = object;
    const { declarations } = files[file].facts;
    for (const d of object.declarations) {
      const found = membersOf(file, d)
        .get(name)
        ?.filter((m) => declarations.form[d] !== FORM.class || declarations.flags[m] & FLAG.static);
      if (found && found.length > 0 && declarations.form[d] !== FORM.interface) {
        return { tag: 'declared', file, declarations: found, inferred: object.inferred };
      }
    }
    for (const d of object.declarations) {
      if (declarations.kind[d] === KIND.field) {
        const held = evaluate(file, declarations.value[d]);
        return held && memberOf(held, name);
      }
      if (declarations.form[d] === FORM.getter) {
        const held = evaluate(file, declarations.value[d]);
        return held && memberOf(held, name);
      }
      if (declarations.form[d] !== FORM.class) continue;
      for (const parent of parentsOf(file, d)) {
        const found = parent.tag === 'declared' ? declaredMember(parent, name) : null;
        if (found) return found;
      }
    }
    return null;
  }

  function inheritedMember(
    type: Value & { tag: 'declared' },
    name: string,
    inferred: boolean,
    steps: number,
  ): Value | null {
    if (steps > MAX_DEPTH) return null;
    const { file } = type;
    const { declarations } = files[file].facts;
    for (const d of type.declarations) {
      const found = membersOf(file, d)
        .get(name)
        ?.filter((m) => !(declarations.flags[m] & FLAG.static));
      if (found && found.length > 0) return { tag: 'declared', file, declarations: found, inferred };
    }
    for (const d of type.declarations) {
      for (const parent of parentsOf(file, d)) {
        if (parent.tag === 'external') return parent;
        const expanded = expandAlias(parent);
        if (expanded.tag !== 'declared') continue;
        const found = inheritedMember(expanded, name, inferred, steps + 1);
        if (found) return found;
      }
    }
    return null;
  }

  function resultOf(callee: Value | null): Value | null {
    if (!callee) return null;
    if (callee.tag === 'containerMethod') return containerResult(callee);
    if (callee.tag !== 'declared') return null;
    const { declarations } = files[callee.file].facts;
    for (const d of callee.declarations) {
      if (declarations.kind[d] !== KIND.routine) continue;
      const value = evaluate(callee.file, declarations.value[d]);
      if (value) return inferredFrom(value);
    }
    return null;
  }

  return { evaluate, exportOf, exportsOpenly };
}

const noMembers = new Map<string, number[]>();

function inferredFrom(value: Value): Value {
  return value.tag === 'declared' || value.tag === 'instance' ? { ...value, inferred: true } : value;
}

/** Top-level names of scripts are seen by every file; a name that two scripts declare is left out. */
function scriptGlobals(files: FactsOfFile[]): Map<string, Value> {
  const globals = new Map<string, Value>();
  const clashing = new Set<string>();
  files.forEach(({ facts }, file) => {
    if (!facts.isScript) return;
    const { declarations, names, symbols } = facts;
    for (const group of symbols) {
      if (declarations.parent[group[0]] >= 0) continue;
      const name = names[declarations.name[group[0]]];
      if (globals.has(name)) clashing.add(name);
      globals.set(name, { tag: 'declared', file, declarations: group, inferred: true });
    }
  });
  for (const name of clashing) globals.delete(name);
  return globals;
}
