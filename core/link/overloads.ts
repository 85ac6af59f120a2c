import { ANY_NUMBER, FLAG, parameterRange } from '../facts/fileFacts.ts';
import type { Declared, Value } from '../contracts/values.ts';
import { constructorsTaking } from './constructors.ts';
import { parameterTypes, takes, type ParameterContext } from './parameters.ts';
import { TypeRelations, type TypeContext } from './typeRelations.ts';

export interface OverloadContext extends TypeContext, ParameterContext {}

/** One routine of those that a name may mean: of which group, and which declaration there. */
export interface Overload {
  group: number;
  declaration: number;
  /** True where it takes what it is given only because that becomes an object of another type. */
  isByConstructor?: true;
}

/** A routine that can take what it is given. */
interface Fitting extends Overload {
  /** 1: as it is, 2: numbers put into objects or taken out, 3: as one of any number, 4: by a constructor. */
  phase: number;
  /** The type that each argument is asked to be, whether it is known to be that, and whether all are of just these types. */
  types: (Value | null)[];
  isKnown: boolean[];
  isSame: boolean;
}

/**
 * Of the routines of one name, those that a call may mean; null when it can be none. `groups` are a type's own first, then what it
 * has from its parents; `values` is what it is given in `file`. By the rules that most languages share: what fits as it is
 * comes before what must be put into an object or taken out of one, and that before what takes any number of arguments; of several,
 * the one whose parameters are the more special; of equals, the one that overrides the other. What an argument that nothing is known
 * of would have to decide stays open. Where none fits, and unless `mayConvert` is false, what it is given may become objects of other
 * types.
 */
export function bestOverloads(
  context: OverloadContext,
  groups: readonly Declared[],
  file: number,
  values: readonly (Value | null)[],
  mayConvert = true,
): readonly Overload[] | null {
  const { conversions } = context.languageOf(file);
  const found = fittingBest(context, groups, { file, values, isByConstructor: false });
  if (found || !mayConvert || !conversions?.byConstructors) return found;
  return (
    fittingBest(context, groups, { file, values, isByConstructor: true })?.map((one) => ({
      ...one,
      isByConstructor: true,
    })) ?? null
  );
}

/** So many that fit a call are compared with each other; of more, which nobody writes by hand, all may be meant. */
const MOST_COMPARED = 100;

/** What a call is given, and whether that may become objects of other types. */
interface Given {
  file: number;
  values: readonly (Value | null)[];
  isByConstructor: boolean;
}

function fittingBest(
  context: OverloadContext,
  groups: readonly Declared[],
  call: Given,
): readonly Overload[] | null {
  const language = context.languageOf(call.file);
  const relations = new TypeRelations(context, language);
  const given = call.values.length;
  let fitting: Fitting[] = [];
  groups.forEach((callee, group) => {
    // Unless they are joined, a type's own that fit hide those of its parents.
    if (fitting.length > 0 && !language.conversions?.joinsInherited) return;
    for (const declaration of callee.declarations) {
      if (!takes(context.files[callee.file], declaration, given)) continue;
      const found = fit(context, relations, { callee, declaration, call });
      if (found) fitting.push({ group, declaration, ...found });
    }
  });
  // Nothing can fit better than what takes just what it is given, and is there for sure.
  const isSurelySame = (one: Fitting): boolean =>
    one.isSame && !isConditional(context, groups[one.group], one);
  if (given > 0 && fitting.some(isSurelySame)) fitting = fitting.filter((one) => one.isSame);
  if (fitting.length <= MOST_COMPARED)
    fitting = fitting.filter(
      (one) => !fitting.some((other) => other !== one && isBetter(relations, other, one)),
    );
  return fitting.length > 0 ? fitting : null;
}

function isConditional({ files }: OverloadContext, { file }: Declared, { declaration }: Overload): boolean {
  return (files[file].facts.declarations.flags[declaration] & FLAG.conditional) !== 0;
}

function isBetter(relations: TypeRelations, one: Fitting, other: Fitting): boolean {
  let isSame = true;
  let isAsSpecial = true;
  for (let i = 0; i < Math.max(one.types.length, other.types.length); i++) {
    const [a, b] = [one.types[i] ?? null, other.types[i] ?? null];
    const relation = a && b ? relations.relation(a, b) : 'unknown';
    if (relation === 'same') continue;
    isSame = false;
    if (!one.isKnown[i]) return false;
    if (relation !== 'below') isAsSpecial = false;
  }
  if (one.phase !== other.phase) return one.phase < other.phase;
  return isSame ? one.group < other.group : isAsSpecial;
}

const BY_CONSTRUCTOR = 4;

/** How a routine takes its arguments; null when it cannot. */
function fit(
  context: OverloadContext,
  relations: TypeRelations,
  { callee, declaration, call }: { callee: Declared; declaration: number; call: Given },
): Omit<Fitting, keyof Overload> | null {
  const { values } = call;
  const { declarations, expressions } = context.files[callee.file].facts;
  const parameters = declarations.parameters[declaration];
  const isUnknown = { types: values.map(() => null), isKnown: values.map(() => false), isSame: false };
  if (parameters === 0) return { phase: 1, ...isUnknown };
  const listed = parameterTypes(context, callee, declaration);
  const { least, most } = parameterRange(expressions.a[parameters]);
  const asListed = fitAll(context, relations, call, listed);
  if (most !== ANY_NUMBER) return asListed;
  // The list of any number may be given as such, or one by one.
  if (asListed && values.length === listed.length && asListed.isKnown.at(-1)) return asListed;
  const rest = listed[least];
  const each = rest?.tag === 'container' ? (rest.args[0] ?? null) : null;
  const types = values.map((_, i) => (i < least ? (listed[i] ?? null) : each));
  const oneByOne = fitAll(context, relations, call, types);
  return oneByOne
    ? { ...oneByOne, phase: 3, isSame: false }
    : asListed && { ...asListed, phase: 3, isSame: false };
}

function fitAll(
  context: OverloadContext,
  relations: TypeRelations,
  { values, isByConstructor }: Given,
  types: readonly (Value | null)[],
): Omit<Fitting, keyof Overload> | null {
  const fits = values.map((value, i) => {
    const type = types[i] ?? null;
    const fits = relations.fit(value, type);
    const isMade =
      fits < 0 && isByConstructor && constructorsTaking(context, relations, type, value) !== null;
    return isMade ? BY_CONSTRUCTOR : fits;
  });
  if (fits.includes(-1)) return null;
  return {
    phase: Math.max(1, ...fits),
    types: values.map((_, i) => types[i] ?? null),
    isKnown: fits.map((each) => each > 0),
    isSame: values.every((value, i) => relations.isSame(value, types[i] ?? null)),
  };
}
