import { EXPRESSION, FLAG, FORM, KIND, placeOfCallback } from '../facts/fileFacts.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import { instanceOf, type Declared, type Signature, type Value } from '../contracts/values.ts';
import { constructorsIn } from './constructors.ts';
import type { Members } from './members.ts';
import { holdsParameter, parameterKey, substitute, withTypes, type TypeArguments } from './typeArguments.ts';

/** How values are called: what they take and give, as far as their types say. */
export interface Signatures {
  /** The ways in which a value can be called; none for what cannot, or says nothing. */
  signaturesOf(value: Value | null): readonly Signature[];
  /** The types of a `parameters` expression of a file, and that of what is called on. */
  taking(file: number, parameters: number): Pick<Signature, 'takes' | 'calledOn'>;
  /** What the argument in a place of a call of `callee` is expected to be, as a value. */
  takenBy(callee: Value | null, place: number): Value | null;
  /** What a function is given as its parameter of a place, where it stands for `expected`. */
  givenTo(expected: Value | null, place: number): Value | null;
  /** What the function that is an argument of a call of `callee` is given, by its {@link placeOfCallback}. */
  givenToCallback(callee: Value | null, place: number): Value | null;
  /** The type of which an argument (from 1; 0: what is called on) is where a call gives true; null where that says nothing. */
  saidBy(callee: Value | null, place: number): Value | null;
  /** A value with what a call of it says of its type parameters. */
  calledWith(callee: Value | null, call: Call): Value | null;
  /** What a call gives, by the signature that takes so many arguments. */
  resultOfCall(callee: Value, call: Call): Value | null;
}

/** What a call is given. */
export interface Call {
  given: readonly (Value | null)[];
  receiver(): Value | null;
}

/** Give up on functions that hold functions, and on aliases of aliases, beyond this. */
const MOST_STEPS = 20;

export function createSignatures({
  files,
  evaluate,
  expandAlias,
  heldBy,
  typeArguments,
}: {
  files: readonly FactsOfFile[];
  evaluate(file: number, expression: number): Value | null;
  /** What a field or property holds; other values are themselves. */
  heldBy(value: Value | null): Value | null;
  typeArguments: TypeArguments;
} & Pick<Members, 'expandAlias'>): Signatures {
  function signaturesOf(value: Value | null, steps = 0): readonly Signature[] {
    if (!value || steps > MOST_STEPS) return [];
    switch (value.tag) {
      case 'function':
        return value.signatures;
      case 'instance':
        return signaturesOf(value.type, steps + 1);
      case 'lambda':
        return [
          { ...taking(value.file, value.takes), gives: typeOf(heldBy(evaluate(value.file, value.gives))) },
        ];
      case 'both':
        return value.parts.flatMap((part) => signaturesOf(part, steps + 1));
      case 'typeOf':
        return signaturesOf(value.value, steps + 1);
      case 'declared':
        return [value, ...(value.others ?? [])].flatMap((each) => ofDeclared(each, steps));
      default:
        return [];
    }
  }

  function ofDeclared(value: Declared, steps: number): readonly Signature[] {
    const { file } = value;
    const { declarations, expressions } = files[file].facts;
    return value.declarations.flatMap((d): readonly Signature[] => {
      const stated = declarations.value[d];
      switch (declarations.kind[d]) {
        case KIND.routine: {
          if (expressions.operation[stated] === EXPRESSION.overloads)
            return reached(value, overloadsAt(file, stated));
          if (declarations.form[d] === FORM.getter)
            return reached(value, signaturesOf(evaluate(file, stated), steps + 1));
          const gives = typeOf(heldBy(evaluate(file, stated)));
          return reached(value, [{ ...taking(file, declarations.parameters[d]), gives }]);
        }
        case KIND.field:
          return reached(value, signaturesOf(evaluate(file, stated), steps + 1));
        case KIND.type: {
          if (declarations.form[d] === FORM.interface)
            return reached({ ...value, through: value }, signaturesOf(evaluate(file, stated), steps + 1));
          const expanded = declarations.form[d] === FORM.alias ? expandAlias(value) : value;
          return expanded === value ? [] : signaturesOf(expanded, steps + 1);
        }
        default:
          return [];
      }
    });
  }

  /** The ways in which a value can be called, or made an instance of. */
  function callsOf(callee: Value | null): readonly Signature[] {
    if (callee?.tag !== 'declared') return signaturesOf(callee);
    const { facts } = files[callee.file];
    const made = callee.declarations.flatMap((d) =>
      facts.declarations.kind[d] === KIND.type ? constructorsIn(facts, d) : [],
    );
    const signatures = made.map((d) => ({
      ...taking(callee.file, facts.declarations.parameters[d]),
      gives: callee,
    }));
    return [...signaturesOf(callee), ...reached(callee, signatures)];
  }

  function overloadsAt(file: number, expression: number): readonly Signature[] {
    const { a, b } = files[file].facts.expressions;
    const found: Signature[] = [];
    for (let cell = a[expression]; cell > 0; cell = b[cell])
      found.push(...signaturesOf(evaluate(file, a[cell])));
    return found;
  }

  function taking(file: number, parameters: number): Pick<Signature, 'takes' | 'calledOn'> {
    const { operation, a, b } = files[file].facts.expressions;
    const takes: (Value | null)[] = [];
    let calledOn: Value | null = null;
    for (let cell = parameters > 0 ? b[parameters] : 0; cell > 0; cell = b[cell]) {
      if (operation[a[cell]] === EXPRESSION.calledOn) calledOn = evaluate(file, a[a[cell]]);
      else takes.push(evaluate(file, a[cell]));
    }
    return { takes, calledOn };
  }

  /** Signatures with what stands for the type parameters of the routine and of the type through which it is reached. */
  function reached(value: Declared, signatures: readonly Signature[]): readonly Signature[] {
    const { args, through } = value;
    if (!args && !through) return signatures;
    const as = (type: Value | null): Value | null => {
      const own = args ? typeArguments.asReached({ ...value, through: value }, type) : type;
      return through ? typeArguments.asReached(value, own) : own;
    };
    return signatures.map((signature) => withTypes(signature, as));
  }

  function asValue(type: Value | null): Value | null {
    return type && instanceOf(expandAlias(type), true);
  }

  function takenBy(callee: Value | null, place: number): Value | null {
    for (const { takes } of callsOf(callee)) {
      const taken = asValue(takes[place] ?? null);
      if (taken) return taken;
    }
    return null;
  }

  function givenTo(expected: Value | null, place: number): Value | null {
    for (const { takes } of signaturesOf(expected)) {
      const given = asValue(takes[place] ?? null);
      if (given) return given;
    }
    return null;
  }

  function givenToCallback(callee: Value | null, place: number): Value | null {
    const { argument, parameter } = placeOfCallback(place);
    for (const { takes } of callsOf(callee)) {
      const taken = takes[argument] ?? null;
      const given = givenTo(taken, parameter) ?? (taken && givenToInterface(taken, parameter));
      if (given) return given;
    }
    return null;
  }

  /** What the only routine of an interface is given, which a function without a name may stand for. */
  function givenToInterface(asked: Value, parameter: number): Value | null {
    if (asked.tag !== 'declared') return null;
    const only = onlyRoutine(files[asked.file], asked.declarations[0]);
    if (only < 0) return null;
    const { declarations } = files[asked.file].facts;
    const given = taking(asked.file, declarations.parameters[only]).takes[parameter] ?? null;
    return asValue(typeArguments.asReached({ ...asked, through: asked }, given));
  }

  /** Of several ways to be called, the one for so many arguments. */
  function meantBy(signatures: readonly Signature[], count: number): Signature | undefined {
    const ofCount = signatures.find(({ takes }) => takes.length === count);
    return ofCount ?? signatures.find(({ takes }) => takes.length > count) ?? signatures.at(-1);
  }

  /** A signature with what the arguments of a call, and what it is called on, say of its type parameters. */
  function fitted(signature: Signature, call: Call): Signature {
    const { takes, calledOn, gives } = signature;
    if (![...takes, calledOn ?? null, gives].some((type) => holdsParameter(type))) return signature;
    const on = calledOn ? [calledOn] : [];
    const found = typeArguments.inferred(
      [...on, ...takes],
      [...(calledOn ? [call.receiver()] : []), ...call.given],
    );
    return withTypes(signature, (type) =>
      substitute(type, (parameter) => found.get(parameterKey(parameter))),
    );
  }

  function saidBy(callee: Value | null, place: number): Value | null {
    for (const { gives } of signaturesOf(callee))
      if (gives?.tag === 'predicate' && gives.place === place) return gives.type;
    return null;
  }

  function calledWith(callee: Value | null, call: Call): Value | null {
    const signatures = callsOf(callee);
    const signature = meantBy(signatures, call.given.length);
    if (!signature) return callee;
    const fit = fitted(signature, call);
    return fit === signature && signatures.length === 1 ? callee : { tag: 'function', signatures: [fit] };
  }

  function resultOfCall(callee: Value, call: Call): Value | null {
    const signature = meantBy(signaturesOf(callee), call.given.length);
    return signature ? asValue(fitted(signature, call).gives) : null;
  }

  return { signaturesOf, taking, takenBy, givenTo, givenToCallback, calledWith, resultOfCall, saidBy };
}

/** The only routine that an interface leaves to be written; -1 when there is none, or more. */
function onlyRoutine({ facts: { declarations } }: FactsOfFile, type: number): number {
  if (declarations.form[type] !== FORM.interface) return -1;
  let only = -1;
  for (let d = type + 1; d < declarations.count; d++) {
    if (declarations.parent[d] !== type || declarations.kind[d] !== KIND.routine) continue;
    if (!(declarations.flags[d] & FLAG.bodiless)) continue;
    if (only >= 0) return -1;
    only = d;
  }
  return only;
}

/** The type of a value, as far as it has one. */
export function typeOf(value: Value | null): Value | null {
  if (!value) return null;
  if (value.tag === 'instance') return value.type;
  const isType = value.tag === 'lambda' || value.tag === 'literal' || value.tag === 'predicate';
  return isType || value.tag === 'external' ? value : { tag: 'typeOf', value };
}
