import { EXPRESSION, FLAG, FORM, KIND, placeOfParameter, placeOfTypeParameter } from '../facts/fileFacts.ts';
import type { ImportTarget } from '../contracts/fileTree.ts';
import { noneHanded, type Handed } from './handed.ts';
import { createExports, scriptGlobals } from './exports.ts';
import type { ConversionsRun } from './conversions.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import { arithmeticOf } from './arithmetic.ts';
import { bothOf, ofTag } from './composedTypes.ts';
import { applyType, awaitedOf, contentOf, elementOf } from './containers.ts';
import type { FamilyRules } from './families.ts';
import { operatorMeant } from './operators.ts';
import { ANY_MEMBER, createMembers, NO_ROUTINES, ROUTINES, STATIC_MEMBER, TYPE_MEMBER } from './members.ts';
import { eitherBranch, eitherOf, forEachMeaning } from './meanings.ts';
import { addressOf, pointeeOf, pointerOf, pointerTo } from './pointers.ts';
import { createResults } from './results.ts';
import { createSignatures, type Call } from './signatures.ts';
import { createBounds, createTypeArguments } from './typeArguments.ts';
import { instanceOf, uncertain, type Declared, type Signature, type Value } from '../contracts/values.ts';
import { KnownByNumber, Unfolding } from './unfolding.ts';

/** Resolves the expressions of facts across files. */
export interface Evaluator {
  evaluate(file: number, expression: number): Value | null;
  /** What a field or property holds; other values are themselves. */
  heldBy(value: Value | null): Value | null;
  /** What a name means in a file, beyond what local scopes declare; null for what the codebase does not declare. */
  named(file: number, name: string): Value | null;
  /** What a file exports under a name; null when it exports no such thing that can be followed. */
  exportOf(file: number, name: string): Value | null;
  memberOf(object: Value, name: string): Value | null;
  /** `type A = B` is B when B can be followed; an object type stays itself. */
  expandAlias(value: Value): Value;
  /** The types that a type inherits from or implements. */
  parentsOf(file: number, declaration: number): Value[];
  /**
   * Of the routines of one name those that a call may mean, be it a parent's; `args` is an `arguments` expression of
   * `file`, or 0. All of them when nothing speaks for any.
   */
  overloadsMeant(callee: Declared, file: number, args: number): Declared[];
  conversionsRun: ConversionsRun;
  /** True when a file may export names that cannot be seen here, so that the absence of one proves nothing. */
  exportsOpenly(file: number): boolean;
}

/** Give up on chains of types and aliases longer than this. */
const MAX_DEPTH = 120;

/**
 * Each expression and export is worked out once, and is the same whatever was asked for before. `rules` are
 * those of each file's language for names that its own scopes do not settle; `handed` is what calls give to parameters.
 */
export function createEvaluator(
  files: readonly FactsOfFile[],
  targets: readonly ImportTarget[][],
  rules: FamilyRules,
  handed: Handed = noneHanded,
): Evaluator {
  const { ofFile: rulesOf, familyOf, languageOf } = rules;
  const valuesOf: KnownByNumber<Value | null>[] = files.map(() => new KnownByNumber());
  const globals = scriptGlobals(files);
  const unfolding = new Unfolding(MAX_DEPTH);
  const boundOf = createBounds(files, evaluate);
  const members = createMembers({
    files,
    rules,
    evaluate,
    unfolding,
    exportOf: (file, name) => exportOf(file, name),
    heldAt,
    boundOf,
  });
  const { memberOf, memberOfType, parentsOf, parentClass, expandAlias } = members;
  const exports = createExports({ files, targets, familyOf, evaluate, memberOf, unfolding });
  const { exportOf, exportsOpenly } = exports;
  const typeArguments = createTypeArguments({
    ...members,
    signaturesOf: (value) => signatures.signaturesOf(value),
  });
  const signatures = createSignatures({ files, evaluate, expandAlias, heldBy, typeArguments });
  const { resultOf, overloadsMeant, fitting, conversionsRun } = createResults({
    files,
    rules,
    members,
    typeArguments,
    signatures,
    boundOf,
    evaluate,
    listOf,
  });

  function evaluate(file: number, expression: number): Value | null {
    if (expression <= 0) return null;
    return unfolding.once(valuesOf[file], expression, () => work(file, expression));
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
        const above =
          facts.expressions.operation[a] === EXPRESSION.super ? aboveOf(file, a, facts.names[b]) : null;
        return above ?? (object && memberSeenFrom(file, object, facts.names[b], valuesAlone(file)));
      }
      case EXPRESSION.routineMember: {
        const object = evaluate(file, a);
        return object && memberSeenFrom(file, object, facts.names[b], ROUTINES);
      }
      case EXPRESSION.result:
        return resultOf(evaluate(file, a), file, b, () => receiverOf(file, a));
      case EXPRESSION.name:
        return nameIn(file, facts.names[a], b - 1, ANY_MEMBER | valuesAlone(file));
      case EXPRESSION.routineName:
        return nameIn(file, facts.names[a], b - 1, ANY_MEMBER | ROUTINES);
      case EXPRESSION.typeName:
        return nameIn(file, facts.names[a], b - 1, TYPE_MEMBER);
      case EXPRESSION.literal:
        return { tag: 'literal', name: facts.names[a] };
      case EXPRESSION.element:
        return elementReached(bounded(heldBy(evaluate(file, a))), b === 0);
      case EXPRESSION.awaited:
        return awaitedOf(bounded(heldBy(evaluate(file, a))));
      case EXPRESSION.generic:
        return applyType(evaluate(file, a), listOf(file, b));
      case EXPRESSION.this:
      case EXPRESSION.super: {
        const own: Value = { tag: 'declared', file, declarations: [a], inferred: false };
        const type = operation === EXPRESSION.this ? own : parentClass(own);
        return type && b === 0 ? instanceOf(type, false) : type;
      }
      case EXPRESSION.orElse:
        return evaluate(file, a) ?? evaluate(file, b);
      case EXPRESSION.branches:
        return eitherBranch(heldBy(evaluate(file, a)), heldBy(evaluate(file, b)));
      case EXPRESSION.callback:
        return signatures.givenToCallback(evaluate(file, a), b);
      case EXPRESSION.contextualType:
        return signatures.takenBy(evaluate(file, a), b);
      case EXPRESSION.contextualArgument:
        return signatures.givenTo(evaluate(file, a), b);
      case EXPRESSION.injected:
        return suppliedTo(file, b, facts.names[a]);
      case EXPRESSION.typeOfType:
        return members.typeOfType({ tag: 'declared', file, declarations: [a], inferred: false });
      case EXPRESSION.callSiteType:
        return handed({ file, ...placeOfParameter(a), name: facts.names[b] });
      case EXPRESSION.called:
        return signatures.calledWith(evaluate(file, a), callAt(file, a, b));
      case EXPRESSION.functionType:
      case EXPRESSION.signatures:
      case EXPRESSION.lambda:
        return functionAt(file, expression);
      case EXPRESSION.overloads: {
        const first = evaluate(file, facts.expressions.a[a]);
        const gives = first?.tag === 'function' ? first.signatures[0].gives : null;
        return gives && instanceOf(expandAlias(gives), true);
      }
      case EXPRESSION.intersection:
        return bothOf([expanded(evaluate(file, a)), expanded(evaluate(file, b))]);
      case EXPRESSION.omit: {
        const type = evaluate(file, a);
        return type && { tag: 'without', type, names: namesOf(file, b) };
      }
      case EXPRESSION.typePredicate: {
        const type = evaluate(file, a);
        return type && { tag: 'predicate', place: b, type };
      }
      case EXPRESSION.predicateOfCall:
        return signatures.saidBy(evaluate(file, a), b);
      case EXPRESSION.tagged:
      case EXPRESSION.untagged:
        return ofTag(heldBy(evaluate(file, a)), evaluate(file, facts.expressions.a[b]), {
          isWanted: operation === EXPRESSION.tagged,
          tagOf: (type) => heldBy(memberOf(type, facts.names[facts.expressions.b[b]])),
        });
      case EXPRESSION.typeParameter:
        return { tag: 'parameter', file, ...placeOfTypeParameter(a) };
      case EXPRESSION.qualifier:
        return qualifierOf(evaluate(file, a), facts.names[b]);
      case EXPRESSION.operator: {
        const values = listOf(file, facts.expressions.b[b]);
        return operatorMeant({ memberOf, fitting, inNamespacesOf }, file, facts.names[a], values);
      }
      case EXPRESSION.arrow: {
        const object = heldBy(evaluate(file, a));
        if (object?.tag !== 'instance' || pointerOf(object)) return pointeeOf(object) ?? object;
        const operator = memberOf(object, 'operator->', ROUTINES);
        const reached = operator?.tag === 'declared' ? resultOf(operator, file, 0) : object;
        return pointeeOf(reached) ?? reached;
      }
      case EXPRESSION.union:
        return eitherOf([a, b].map((each) => expanded(evaluate(file, each))));
      case EXPRESSION.initialised:
        return madeBy(evaluate(file, a));
      case EXPRESSION.passing:
        return evaluate(file, a);
      case EXPRESSION.pointer: {
        const type = evaluate(file, a);
        return pointerTo(type && expandAlias(type));
      }
      case EXPRESSION.pointee:
        return pointeeOf(heldBy(evaluate(file, a)));
      case EXPRESSION.address:
        return addressOf(heldBy(evaluate(file, a)));
      case EXPRESSION.arithmetic: {
        const { conversions = { widening: [] } } = languageOf(file);
        return arithmeticOf(heldBy(evaluate(file, a)), heldBy(evaluate(file, b)), conversions);
      }
      case EXPRESSION.uncertain:
        return uncertain(evaluate(file, a));
      case EXPRESSION.object:
        return { tag: 'object', file, entries: a };
      case EXPRESSION.typeOf: {
        const value = heldBy(evaluate(file, a));
        if (value?.tag === 'instance') return value.type;
        return value && { tag: 'typeOf', value };
      }
      default:
        return null;
    }
  }

  /** The type of functions that an expression states, or the function. */
  function functionAt(file: number, expression: number): Value | null {
    const { operation, a, b } = files[file].facts.expressions;
    switch (operation[expression]) {
      case EXPRESSION.lambda:
        return { tag: 'lambda', file, gives: a[expression], takes: b[expression] };
      case EXPRESSION.functionType: {
        const takes = signatures.taking(file, a[expression]);
        return { tag: 'function', signatures: [{ ...takes, gives: evaluate(file, b[expression]) }] };
      }
      default: {
        const all: Signature[] = [];
        for (let cell = a[expression]; cell > 0; cell = b[cell])
          all.push(...signatures.signaturesOf(evaluate(file, a[cell])));
        return { tag: 'function', signatures: all };
      }
    }
  }

  /** The fixture of a name that is nearest to a routine and another than itself. */
  function suppliedTo(file: number, routine: number, name: string): Value | null {
    for (const other of [file, ...(rulesOf(file)?.suppliersOf?.(file) ?? [])]) {
      const own = files[other].facts.callSites?.fixtures.find(
        ([known, declaration]) => known === name && !(other === file && declaration === routine),
      );
      if (own) return { tag: 'declared', file: other, declarations: [own[1]], inferred: true };
      const brought = exportOf(other, name);
      const isItself =
        brought?.tag === 'declared' && brought.file === file && brought.declarations[0] === routine;
      if (brought?.tag === 'declared' && isSupplied(brought) && !isItself) return uncertain(brought);
    }
    return null;
  }

  function isSupplied({ file, declarations: [first] }: Declared): boolean {
    return files[file].facts.callSites?.fixtures.some(([, declaration]) => declaration === first) === true;
  }

  /** The texts of a list of literals. */
  function namesOf(file: number, list: number): string[] {
    return listOf(file, list).flatMap((value) => (value?.tag === 'literal' ? [value.name.slice(1, -1)] : []));
  }

  function callAt(file: number, callee: number, args: number): Call {
    const given = args === 0 ? [] : listOf(file, files[file].facts.expressions.b[args]);
    return { given, receiver: () => receiverOf(file, callee) };
  }

  /** What a member is called on. */
  function receiverOf(file: number, callee: number): Value | null {
    const { operation, a } = files[file].facts.expressions;
    return operation[callee] === EXPRESSION.member ? heldBy(evaluate(file, a[callee])) : null;
  }

  /** A value of the type that bounds its type. */
  function bounded(value: Value | null): Value | null {
    if (value?.tag !== 'instance' || value.type.tag !== 'parameter') return value;
    const bound = boundOf(value.type);
    return bound && instanceOf(expandAlias(bound), true);
  }

  function expanded(type: Value | null): Value | null {
    return type && expandAlias(type);
  }

  /** What any parent has of a name, where it is reached through the parents as such. */
  function aboveOf(file: number, above: number, name: string): Value | null {
    const { a, b } = files[file].facts.expressions;
    if (b[above] !== 0 || !rulesOf(file)?.parentsMix) return null;
    return members.memberAbove({ tag: 'declared', file, declarations: [a[above]], inferred: false }, name);
  }

  /** The type that a name in a constructor's head stands for: a parent, or what a field holds; none for what only refers. */
  function madeBy(named: Value | null): Value | null {
    if (named?.tag !== 'declared') return null;
    const { kind } = files[named.file].facts.declarations;
    if (kind[named.declarations[0]] === KIND.type) return named;
    const held = isReference(named) ? null : heldBy(named);
    return held?.tag === 'instance' ? held.type : null;
  }

  function isReference({ file, declarations: [first] }: Declared): boolean {
    return (files[file].facts.declarations.flags[first] & FLAG.reference) !== 0;
  }

  /** What iterating or indexing gives. */
  function elementReached(list: Value | null, isIterated: boolean): Value | null {
    if (pointerOf(list)) return pointeeOf(list);
    return isIterated ? elementOf(list) : contentOf(list);
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
    return value && forEachMeaning(value, heldByOne);
  }

  function heldByOne(value: Value): Value | null {
    if (value.tag !== 'declared') return value;
    const { declarations } = files[value.file].facts;
    const d = value.declarations[0];
    const holds = declarations.kind[d] === KIND.field || declarations.form[d] === FORM.getter;
    return holds ? (heldAt(value, d) ?? value) : value;
  }

  function heldAt(member: Declared, declaration: number): Value | null {
    return typeArguments.asReached(
      member,
      evaluate(member.file, files[member.file].facts.declarations.value[declaration]),
    );
  }

  /** Where routines are told from other members by how a name stands, a name that is not called means no routine. */
  function valuesAlone(file: number): number {
    return rulesOf(file)?.routinesApart ? NO_ROUTINES : 0;
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
      const found = memberOfType(type, name, false, wanted);
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
      if (found) return owner.tag === 'declared' && owner.inferred ? uncertain(found) : found;
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

  /** A member, or the type that it is of and bears the name of, where what follows is the type's. */
  function qualifierOf(value: Value | null, name: string): Value | null {
    if (value?.tag !== 'declared') return value;
    const held = heldBy(value);
    if (held === value || held?.tag !== 'instance') return value;
    const nameOf = ({ file, declarations: [first] }: Declared): string =>
      files[file].facts.names[files[file].facts.declarations.name[first]];
    if (held.type.tag === 'external' || held.type.tag === 'global')
      return held.type.name === nameOf(value) ? held.type : value;
    if (held.type.tag !== 'declared' || nameOf(value) !== nameOf(held.type)) return value;
    const found = memberOfType(held.type, name, false, STATIC_MEMBER);
    return found?.tag === 'declared' ? held.type : value;
  }

  /** What a name means in a file and in the namespaces of types; only what the file sees can be meant. */
  function inNamespacesOf(file: number, name: string, types: readonly Declared[]): Declared[] {
    const rules = rulesOf(file);
    const found = [nameIn(file, name, -1, ANY_MEMBER | ROUTINES)];
    for (const type of types)
      for (const namespace of rules?.namespacesAround?.(type.file, type.declarations[0]) ?? [])
        found.push(rules!.packageMember(namespace, name, file));
    return found.filter((value) => value?.tag === 'declared' && !value.inferred) as Declared[];
  }

  /** A member of an object, its own or one that the file sees added to it. */
  function memberSeenFrom(file: number, object: Value, name: string, kinds: number): Value | null {
    const own = memberOf(object, name, kinds);
    const extensionOf = rulesOf(file)?.extensionOf;
    if (!extensionOf || own?.tag === 'declared') return own;
    const added = extensionOf(heldBy(object)!, name, file);
    return added ?? own;
  }

  function named(file: number, name: string): Value | null {
    const found = nameIn(file, name, -1, ANY_MEMBER);
    return found?.tag === 'global' ? null : found;
  }

  return {
    ...{ evaluate, heldBy, named, expandAlias, exportOf, exportsOpenly, memberOf, parentsOf },
    ...{ overloadsMeant, conversionsRun },
  };
}
