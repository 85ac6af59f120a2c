import { EXPRESSION, FLAG, FORM, KIND, REFERENCE } from '../facts/fileFacts.ts';
import type { FamilyRules } from './families.ts';
import type { ImportTarget } from '../contracts/fileTree.ts';
import { givenTo } from './callbacks.ts';
import { createExports, scriptGlobals } from './exports.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import {
  applyType,
  awaitedOf,
  containerMember,
  containerResult,
  elementOf,
  indexedOf,
} from './containers.ts';
import type { Place } from '../contracts/nameRules.ts';
import { bestOverloads, takes } from './overloads.ts';
import { instanceOf, type Declared, type Value } from '../contracts/values.ts';
import { KnownByNumber, Unfolding } from './unfolding.ts';

/** Resolves the expressions of facts across files. */
export interface Evaluator {
  evaluate(file: number, expression: number): Value | null;
  /** What a file exports under a name; null when it exports no such thing that can be followed. */
  exportOf(file: number, name: string): Value | null;
  memberOf(object: Value, name: string): Value | null;
  /** The types that a type inherits from or implements. */
  parentsOf(file: number, declaration: number): Value[];
  /**
   * Of the routines of one name those that a call may mean, be it a parent's; `args` is an `arguments` expression of
   * `file`, or 0. All of them when nothing speaks for any.
   */
  overloadsMeant(callee: Declared, file: number, args: number): Declared;
  /** True when a file may export names that cannot be seen here, so that the absence of one proves nothing. */
  exportsOpenly(file: number): boolean;
}

/** Give up on chains of types and aliases longer than this. */
const MAX_DEPTH = 80;

interface FileState {
  values: KnownByNumber<Value | null>;
  /** Children by name, for each declaration that has any. */
  members: Map<string, number[]>[] | null;
  parents: Map<number, number[]> | null;
}

/**
 * Each expression, export and member list is worked out once, and is the same whatever was asked for before. `rules` are
 * those of each file's language for names that its own scopes do not settle.
 */
export function createEvaluator(
  files: readonly FactsOfFile[],
  targets: readonly ImportTarget[][],
  rules: FamilyRules,
): Evaluator {
  const { ofFile: rulesOf, ofFamily: rulesOfFamily, familyOf } = rules;
  const states: FileState[] = files.map(() => ({
    values: new KnownByNumber(),
    members: null,
    parents: null,
  }));
  const globals = scriptGlobals(files);
  const unfolding = new Unfolding(MAX_DEPTH);
  const exports = createExports({ files, targets, familyOf, evaluate, memberOf, unfolding });
  const { exportOf, exportsOpenly } = exports;

  function evaluate(file: number, expression: number): Value | null {
    if (expression <= 0) return null;
    return unfolding.once(states[file].values, expression, () => work(file, expression));
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
        return exports.importedValue(targets[file][binding.import], binding.name, file);
      }
      case EXPRESSION.global:
        return globals.get(facts.names[a]) ?? { tag: 'global', name: facts.names[a] };
      case EXPRESSION.instance: {
        const type = evaluate(file, a);
        return type && instanceOf(expandAlias(type), true);
      }
      case EXPRESSION.member: {
        const object = evaluate(file, a);
        return object && memberSeenFrom(file, object, facts.names[b]);
      }
      case EXPRESSION.result:
        return resultOf(evaluate(file, a), file, b);
      case EXPRESSION.name:
        return nameIn(file, facts.names[a], b - 1, ANY_MEMBER);
      case EXPRESSION.typeName:
        return nameIn(file, facts.names[a], b - 1, TYPE_MEMBER);
      case EXPRESSION.literal:
        return { tag: 'literal', name: facts.names[a] };
      case EXPRESSION.element:
        return b === 0 ? elementOf(heldBy(evaluate(file, a))) : indexedOf(heldBy(evaluate(file, a)));
      case EXPRESSION.awaited:
        return awaitedOf(heldBy(evaluate(file, a)));
      case EXPRESSION.generic:
        return applyType(evaluate(file, a), listOf(file, b));
      case EXPRESSION.this:
      case EXPRESSION.super: {
        const own: Value = { tag: 'declared', file, declarations: [a], inferred: false };
        const type = operation === EXPRESSION.this ? own : parentClass(own);
        return type && b === 0 ? instanceOf(type, false) : type;
      }
      case EXPRESSION.either:
        return evaluate(file, a) ?? evaluate(file, b);
      case EXPRESSION.callback:
        return givenTo({ files, evaluate, expandAlias }, evaluate(file, a), b);
      case EXPRESSION.typeOf: {
        const value = heldBy(evaluate(file, a));
        if (value?.tag === 'instance') return value.type;
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
      values.push(heldBy(evaluate(file, a[cell])));
    }
    return values;
  }

  /** What a field or property holds; other values are themselves. */
  function heldBy(value: Value | null): Value | null {
    if (value?.tag !== 'declared') return value;
    const { declarations } = files[value.file].facts;
    const d = value.declarations[0];
    const holds = declarations.kind[d] === KIND.field || declarations.form[d] === FORM.getter;
    return holds ? (evaluate(value.file, declarations.value[d]) ?? value) : value;
  }

  /** The class that a type inherits from, whichever of its parts says so; for want of one, what it implements first. */
  function parentClass(type: Declared): Value | null {
    const parents = partsOf(type).flatMap(({ file, declaration }) => parentsOf(file, declaration));
    const isClass = (parent: Value): boolean =>
      parent.tag !== 'declared' ||
      files[parent.file].facts.declarations.form[parent.declarations[0]] !== FORM.interface;
    return parents.find(isClass) ?? parents[0] ?? null;
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
      // A constructor that bears its type's name is reached by making an instance; the name means the type.
      const rules = rulesOf(file);
      const hidesConstructors = rules !== null && !rules.callsMakeInstances;
      for (let d = 0; d < declarations.count; d++) {
        const parent = declarations.parent[d];
        if (parent < 0 || (hidesConstructors && declarations.form[d] === FORM.constructor)) continue;
        addMember(state.members, parent, names[declarations.name[d]], d);
        const outer = declarations.parent[parent];
        const isPromoted = declarations.form[d] === FORM.member && declarations.form[parent] === FORM.enum;
        // What an enumeration of C lists is known in the type around it as well.
        if (isPromoted && outer >= 0 && rules?.promotesEnumerators)
          addMember(state.members, outer, names[declarations.name[d]], d);
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

  /**
   * What a name means where it stands in a declaration: a member of the types around, innermost first, then what their
   * namespaces hold, then what the language's rules say of the file.
   */
  function nameIn(file: number, name: string, declaration: number, wanted: number): Value | null {
    const { declarations } = files[file].facts;
    const rules = rulesOf(file);
    let outside: Value | null = null;
    const inType = (type: Declared): Value | null => {
      const found = inheritedMember(type, name, false, 0, wanted);
      if (found?.tag !== 'external') return found;
      outside ??= found;
      return null;
    };
    for (let at = declaration; at >= 0; at = declarations.parent[at]) {
      if (declarations.kind[at] === KIND.type && declarations.form[at] !== FORM.namespace) {
        const found = inType({ tag: 'declared', file, declarations: [at], inferred: false });
        if (found) return found;
      }
      const isOutside = declarations.owner[at] > 0 && declarations.form[at] !== FORM.extension;
      const owner = isOutside ? evaluate(file, declarations.owner[at]) : null;
      if (owner?.tag !== 'declared' && owner?.tag !== 'package') continue;
      const found =
        owner.tag === 'declared' ? inType(owner) : (rules?.packageMember(owner.name, name, file) ?? null);
      if (found) return found;
      if (owner.tag === 'declared' && owner.file !== file) {
        const around = inNamespaces(owner.file, owner.declarations[0], name);
        if (around) return around;
      }
    }
    return (
      inNamespaces(file, declaration, name) ?? rules?.lookUp(file, name) ?? outside ?? { tag: 'global', name }
    );
  }

  function inNamespaces(file: number, declaration: number, name: string): Value | null {
    const rules = rulesOf(file);
    for (const namespace of rules?.namespacesAround?.(file, declaration) ?? []) {
      const found = rules!.packageMember(namespace, name, file);
      if (found) return found;
    }
    return null;
  }

  /** A member of an object, its own or one that the file sees added to it. */
  function memberSeenFrom(file: number, object: Value, name: string): Value | null {
    const own = memberOf(object, name);
    const extensionOf = rulesOf(file)?.extensionOf;
    if (!extensionOf || own?.tag === 'declared') return own;
    const added = extensionOf(heldBy(object)!, name, file);
    return added ?? own;
  }

  function memberOf(object: Value, name: string): Value | null {
    // Two constants may each hold the other.
    return unfolding.deeper(() => findMember(object, name));
  }

  function findMember(object: Value, name: string): Value | null {
    switch (object.tag) {
      case 'module':
        return exportOf(object.file, name) ?? rulesOf(object.file)?.submodule?.(object.file, name) ?? null;
      case 'external':
        return { ...object, name };
      case 'package':
        return rulesOfFamily(object.family)?.packageMember(object.name, name, object.from) ?? null;
      case 'declared':
        return declaredMember(object, name);
      case 'instance':
        if (object.type.tag === 'declared')
          return inheritedMember(object.type, name, object.inferred, 0, INSTANCE_MEMBER);
        return containerMember(object, name);
      default:
        return null;
    }
  }

  /** A static member, an enum's or a namespace's member, a function's property, or a member of what a constant holds. */
  function declaredMember(object: Declared, name: string): Value | null {
    const { file } = object;
    const { declarations } = files[file].facts;
    const rules = rulesOf(file);
    const wanted = rules?.typeNamesInstanceMembers ? ANY_MEMBER : STATIC_MEMBER;
    if (rules && declarations.kind[object.declarations[0]] === KIND.type) {
      if (declarations.form[object.declarations[0]] !== FORM.namespace)
        return inheritedMember(object, name, object.inferred, 0, wanted);
    }
    for (const d of object.declarations) {
      // What a constant is declared to be counts for more than the object that it is given.
      const held = declarations.kind[d] === KIND.field ? evaluate(file, declarations.value[d]) : null;
      const declared = held?.tag === 'instance' ? memberOf(held, name) : null;
      if (declared) return declared;
      const found = ownMembers(file, d, name, isFree(declarations.form[d]) ? ANY_MEMBER : STATIC_MEMBER);
      if (found.length > 0) return { tag: 'declared', file, declarations: found, inferred: object.inferred };
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

  /** Members of a name that one declaration holds itself. */
  function ownMembers(file: number, declaration: number, name: string, wanted: number): number[] {
    const found = membersOf(file, declaration).get(name);
    if (!found) return [];
    if (wanted === ANY_MEMBER) return found;
    const { flags, kind } = files[file].facts.declarations;
    if (wanted === TYPE_MEMBER) return found.filter((m) => kind[m] === KIND.type);
    return found.filter((m) =>
      wanted === STATIC_MEMBER
        ? flags[m] & FLAG.static || kind[m] === KIND.type
        : rulesOf(file) !== null || !(flags[m] & FLAG.static),
    );
  }

  function inheritedMember(
    type: Declared,
    name: string,
    inferred: boolean,
    steps: number,
    wanted: number,
  ): Value | null {
    if (steps > MAX_DEPTH) return null;
    const parts = partsOf(type);
    for (const { file, declaration } of parts) {
      const own = ownMembers(file, declaration, name, wanted);
      const found = steps > 0 ? own.filter((m) => isInherited(file, m)) : own;
      if (found.length > 0) return { tag: 'declared', file, declarations: found, inferred };
    }
    return parentMember(parts, name, inferred, steps, wanted);
  }

  function isInherited(file: number, member: number): boolean {
    const isPrivate = (files[file].facts.declarations.flags[member] & FLAG.private) !== 0;
    return !isPrivate || !rulesOf(file)?.inheritsByAccess;
  }

  /** A member that the parents of a type have, whose parts are given. */
  function parentMember(
    parts: readonly Place[],
    name: string,
    inferred: boolean,
    steps: number,
    wanted: number,
  ): Value | null {
    let outside: Value | null = null;
    for (const { file, declaration } of parts) {
      for (const parent of parentsOf(file, declaration)) {
        if (parent.tag === 'external') {
          if (!rulesOf(file)) return parent;
          outside ??= parent;
          continue;
        }
        const expanded = expandAlias(parent);
        if (expanded.tag !== 'declared') continue;
        const found = inheritedMember(expanded, name, inferred, steps + 1, wanted);
        if (found && found.tag !== 'external') return found;
        outside ??= found;
      }
    }
    return outside;
  }

  /** All places at which a type is declared: its own, and where a partial one goes on. */
  function partsOf({ file, declarations }: Declared): Place[] {
    const other = rulesOf(file)?.otherParts;
    return declarations.flatMap((declaration) => [
      { file, declaration },
      ...(other?.(file, declaration) ?? []),
    ]);
  }

  function resultOf(callee: Value | null, file: number, args: number): Value | null {
    if (!callee) return null;
    if (callee.tag === 'containerMethod') return containerResult(callee);
    if (callee.tag !== 'declared') return null;
    if (rulesOf(callee.file)?.callsMakeInstances && isType(callee)) return instanceOf(callee, true);
    const meant = overloadsMeant(callee, file, args);
    const { declarations } = files[meant.file].facts;
    for (const d of meant.declarations) {
      // A record's component is called as a routine is.
      if (declarations.kind[d] !== KIND.routine && !rulesOf(meant.file)) continue;
      const value = evaluate(meant.file, declarations.value[d]);
      if (value) return inferredFrom(value);
    }
    return null;
  }

  function isType({ file, declarations: [first] }: Declared): boolean {
    return files[file].facts.declarations.kind[first] === KIND.type;
  }

  const wideningOf = (file: number): readonly string[] => rules.languageOf(file).widening ?? [];
  const overloadContext = { files, listOf, parentsOf, wideningOf };
  function overloadsMeant(callee: Declared, file: number, args: number): Declared {
    if (args === 0) return callee;
    for (let at: Declared | null = callee, steps = 0; at && steps < MAX_DEPTH; steps++) {
      const given = files[file].facts.expressions.a[args];
      const isOnly = at.declarations.length === 1 && takes(files[at.file], at.declarations[0], given);
      if (isOnly && !memberAbove(at)) return at;
      const best = bestOverloads(overloadContext, at, file, args);
      if (best) return { ...at, declarations: best };
      at = memberAbove(at);
    }
    return callee;
  }

  /** The members of the same name that a type's parents have, where these are not hidden. */
  function memberAbove(member: Declared): Declared | null {
    if (!rulesOf(member.file)?.inheritsByAccess) return null;
    const { declarations, names } = files[member.file].facts;
    const [first] = member.declarations;
    const holder = declarations.parent[first];
    if (
      holder < 0 ||
      declarations.kind[first] !== KIND.routine ||
      declarations.form[first] === FORM.constructor
    )
      return null;
    if (declarations.kind[holder] !== KIND.type || declarations.form[holder] === FORM.namespace) return null;
    const type: Declared = { tag: 'declared', file: member.file, declarations: [holder], inferred: false };
    const found = parentMember(
      partsOf(type),
      names[declarations.name[first]],
      member.inferred,
      0,
      ANY_MEMBER,
    );
    return found?.tag === 'declared' ? found : null;
  }

  return { evaluate, exportOf, exportsOpenly, memberOf, parentsOf, overloadsMeant };
}

function addMember(
  members: Map<string, number[]>[],
  holder: number,
  name: string,
  declaration: number,
): void {
  const own = (members[holder] ??= new Map<string, number[]>());
  const same = own.get(name);
  if (same) same.push(declaration);
  else own.set(name, [declaration]);
}

/** Which members are meant: those of an instance, those of the type itself, both, or nested types alone. */
const INSTANCE_MEMBER = 0;
const STATIC_MEMBER = 1;
const ANY_MEMBER = 2;
const TYPE_MEMBER = 3;

/** Enumerations, namespaces, aliases and routines are not made instances of: all they hold is reached through the name. */
function isFree(form: number): boolean {
  return form !== FORM.class && form !== FORM.interface;
}

const noMembers = new Map<string, number[]>();

function inferredFrom(value: Value): Value {
  return value.tag === 'declared' || value.tag === 'instance' ? { ...value, inferred: true } : value;
}
