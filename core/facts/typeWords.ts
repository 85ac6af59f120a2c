import { ANY_NUMBER, EXPRESSION, KIND, parameterRange, type FileFacts } from './fileFacts.ts';

/** Types nested deeper are cut short. */
const DEEPEST = 4;

/** What a routine takes, as one would write it: `int, List<Barge>, String…`; empty for nothing, or where nothing is known. */
export function parameterWords(facts: FileFacts, declaration: number): string {
  const { expressions } = facts;
  const parameters = facts.declarations.parameters[declaration];
  if (parameters === 0) return '';
  const types = listed(facts, expressions.b[parameters]).map((type) => typeWords(facts, type, 0));
  const { most } = parameterRange(expressions.a[parameters]);
  if (most === ANY_NUMBER && types.length > 0)
    types[types.length - 1] = `${types[types.length - 1].replace(/\[\]$/, '')}…`;
  return types.join(', ');
}

function typeWords(facts: FileFacts, expression: number, depth: number): string {
  const { operation, a, b } = facts.expressions;
  const inner = (other: number): string => typeWords(facts, other, depth + 1);
  if (depth > DEEPEST) return '…';
  switch (operation[expression]) {
    case EXPRESSION.literal:
    case EXPRESSION.name:
    case EXPRESSION.typeName:
    case EXPRESSION.global:
      return facts.names[a[expression]];
    case EXPRESSION.member:
      return facts.names[b[expression]];
    case EXPRESSION.symbol:
      return facts.names[facts.declarations.name[facts.symbols[a[expression]][0]]];
    case EXPRESSION.import:
      return facts.importBindings[a[expression]].name;
    case EXPRESSION.instance:
    case EXPRESSION.typeOf:
      return inner(a[expression]);
    case EXPRESSION.generic: {
      const args = listed(facts, b[expression]).map(inner);
      const base = inner(a[expression]);
      return base === 'Array' && args.length === 1 ? `${args[0]}[]` : `${base}<${args.join(', ')}>`;
    }
    case EXPRESSION.typeParameter:
      return b[expression] > 0 ? inner(b[expression]) : 'T';
    default:
      return compoundWords(facts, expression, inner) ?? '?';
  }
}

/** How a type that is made of others reads; null for one that is not. */
export function compoundWords(
  facts: FileFacts,
  expression: number,
  inner: (other: number) => string,
): string | null {
  const { operation, a, b } = facts.expressions;
  switch (operation[expression]) {
    case EXPRESSION.union:
      return `${inner(a[expression])} | ${inner(b[expression])}`;
    case EXPRESSION.intersection:
      return `${inner(a[expression])} & ${inner(b[expression])}`;
    case EXPRESSION.functionType:
      return `(${listed(facts, b[a[expression]]).map(inner).join(', ')}) => ${inner(b[expression])}`;
    case EXPRESSION.omit:
      return `${inner(a[expression])} without ${inner(b[expression])}`;
    case EXPRESSION.typePredicate:
      return `says ${b[expression]}. is ${inner(a[expression])}`;
    case EXPRESSION.signatures:
    case EXPRESSION.overloads:
      return inner(a[expression]);
    case EXPRESSION.calledOn:
      return `this ${inner(a[expression])}`;
    case EXPRESSION.passing:
      return `${inner(a[expression])}&&`;
    case EXPRESSION.pointer:
      return `${inner(a[expression])}*`;
    default:
      return null;
  }
}

function listed({ expressions: { operation, a, b } }: FileFacts, list: number): number[] {
  const found: number[] = [];
  for (let cell = list; cell > 0 && operation[cell] === EXPRESSION.list; cell = b[cell]) found.push(a[cell]);
  return found;
}

/** The routines of a file that share their name with another of the same parent, and what each takes. */
export function overloadsIn(facts: FileFacts): [declaration: number, takes: string][] {
  const { declarations, names } = facts;
  const byName = new Map<string, number[]>();
  for (let d = 0; d < declarations.count; d++) {
    if (declarations.kind[d] !== KIND.routine) continue;
    // What is defined outside of its type names it from a place of its own each time.
    const owner = typeWords(facts, declarations.owner[d], 0);
    const key = `${declarations.parent[d]} ${owner} ${names[declarations.name[d]]}`;
    const same = byName.get(key);
    if (same) same.push(d);
    else byName.set(key, [d]);
  }
  return [...byName.values()]
    .filter((same) => same.length > 1)
    .flatMap((same) => same.map((d): [number, string] => [d, parameterWords(facts, d)]));
}
