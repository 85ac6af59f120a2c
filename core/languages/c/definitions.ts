import { visionOf } from '../../buildModules/vision.ts';
import {
  ANY_NUMBER,
  EXPRESSION,
  FLAG,
  FORM,
  KIND,
  parameterRange,
  type FileFacts,
} from '../../facts/fileFacts.ts';
import type { NameContext, Place } from '../../contracts/nameRules.ts';
import type { PackageIndex } from '../../link/packages.ts';

/** Joins declarations without a body to the definitions that they announce. */
export interface Definitions {
  /** The definition of a declaration without a body, when there is just one; null otherwise. */
  definitionOf(file: number, declaration: number): Place | null;
}

/**
 * Prototypes and `extern` variables are joined to the one definition of their name in the same namespace; member
 * functions and static members to the definition outside of the type (`A::m`), by the number of parameters where
 * several have the name. Worked out when first asked for.
 */
export function joinDefinitions(context: NameContext, index: PackageIndex): Definitions {
  const { files } = context;
  let ofMembers: Map<string, Place[]> | null = null;
  const known = new Map<string, Place | null>();

  const free = (file: number, declaration: number): Place | null => {
    const { declarations, names } = files[file].facts;
    const [namespace] = index.namespacesAround(file, declaration);
    const places = index.places(namespace, names[declarations.name[declaration]]).filter((place) => {
      const { flags, kind } = files[place.file].facts.declarations;
      const other = flags[place.declaration];
      if (kind[place.declaration] !== declarations.kind[declaration] || other & FLAG.bodiless) return false;
      return place.file === file || !(other & FLAG.private);
    });
    // What a file defines itself is meant there, whether or not it says that it is seen nowhere else.
    const own = places.filter((place) => place.file === file);
    return theOne(context, file, declaration, own.length > 0 ? own : ofOneBuild(context, file, places));
  };

  const ofMember = (file: number, declaration: number): Place | null => {
    ofMembers ??= outsideDefinitions(context);
    const { declarations, names } = files[file].facts;
    const key = `${file}:${declarations.parent[declaration]}:${names[declarations.name[declaration]]}`;
    return theOne(context, file, declaration, ofMembers.get(key) ?? []);
  };

  return {
    definitionOf(file, declaration) {
      const { flags, kind, parent, form, owner } = files[file].facts.declarations;
      if (!(flags[declaration] & FLAG.bodiless) || owner[declaration] > 0) return null;
      const key = `${file}:${declaration}`;
      let found = known.get(key);
      if (found === undefined) {
        const holder = parent[declaration];
        const isMember = holder >= 0 && kind[holder] === KIND.type && form[holder] !== FORM.namespace;
        known.set(key, (found = isMember ? ofMember(file, declaration) : free(file, declaration)));
      }
      return found;
    },
  };
}

/** Definitions outside of their types, by the type and the name. */
function outsideDefinitions({ files, own, evaluate }: NameContext): Map<string, Place[]> {
  const found = new Map<string, Place[]>();
  for (const file of own) {
    const { declarations, names } = files[file].facts;
    for (let d = 0; d < declarations.count; d++) {
      if (declarations.owner[d] === 0 || declarations.kind[d] === KIND.type) continue;
      const type = evaluate(file, declarations.owner[d]);
      if (type?.tag !== 'declared') continue;
      const key = `${type.file}:${type.declarations[0]}:${names[declarations.name[d]]}`;
      const places = found.get(key);
      if (places) places.push({ file, declaration: d });
      else found.set(key, [{ file, declaration: d }]);
    }
  }
  return found;
}

/** Of several definitions those that the build of a declaration has nearest: of copies of one tree the own ones. */
function ofOneBuild({ files, tree }: NameContext, file: number, places: readonly Place[]): readonly Place[] {
  if (places.length < 2) return places;
  const { path, language } = files[file];
  const steps = places.map((place) => visionOf(tree).steps(path, files[place.file].path, language));
  const least = Math.min(...steps);
  return places.filter((_, i) => steps[i] === least);
}

/** The only place; of several the only one that takes as many parameters, or else of the same types. */
function theOne(
  { files }: NameContext,
  file: number,
  declaration: number,
  places: readonly Place[],
): Place | null {
  if (places.length < 2) return places[0] ?? null;
  const { facts } = files[file];
  const count = parameterCount(facts, declaration);
  const alike = places.filter(
    (place) => parameterCount(files[place.file].facts, place.declaration) === count,
  );
  if (alike.length < 2) return alike[0] ?? null;
  const types = signature(facts, declaration);
  const same = alike.filter((place) => signature(files[place.file].facts, place.declaration) === types);
  return same.length === 1 ? same[0] : null;
}

function parameterCount({ declarations, expressions }: FileFacts, d: number): number {
  const parameters = declarations.parameters[d];
  if (parameters === 0) return -1;
  const { most } = parameterRange(expressions.a[parameters]);
  return most === ANY_NUMBER ? -2 : most;
}

/**
 * The types of the parameters by their last names, for a definition may name them differently qualified, and whether what it is
 * called on stays as it is.
 */
function signature({ declarations, expressions, names }: FileFacts, d: number): string {
  const { operation, a, b } = expressions;
  const lastName = (expression: number): string => {
    switch (operation[expression]) {
      case EXPRESSION.literal:
      case EXPRESSION.name:
      case EXPRESSION.typeName:
      case EXPRESSION.global:
        return names[a[expression]];
      case EXPRESSION.member:
        return names[b[expression]];
      case EXPRESSION.generic:
        return lastName(a[expression]);
      case EXPRESSION.passing:
        return `${lastName(a[expression])}&&`;
      case EXPRESSION.pointer:
        return `${lastName(a[expression])}*`;
      default:
        return '?';
    }
  };
  const types: string[] = [];
  for (let cell = b[declarations.parameters[d]]; cell > 0; cell = b[cell]) types.push(lastName(a[cell]));
  return `${types.join(',')} ${declarations.flags[d] & FLAG.constant}`;
}
