import type { LanguageDefinition } from '../contracts/language.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { Place } from '../contracts/nameRules.ts';
import { FORM, KIND } from '../facts/fileFacts.ts';

/** A type that has all that an interface asks for. */
export interface ImplicitImplementation {
  type: Place;
  interface: Place;
}

/** Interfaces that ask for a method which more types have than this say nothing about them. */
const MAX_TYPES = 64;

/**
 * In languages where types are of an interface without saying so: each type that has the methods of an interface, by name.
 * Interfaces without methods are left out, for every type is of them. The types with the rarest method are looked at; O(methods +
 * candidates × methods).
 */
export function implicitImplementations(
  files: readonly FactsOfFile[],
  languageOf: (file: number) => LanguageDefinition,
): ImplicitImplementation[] {
  const methods = new Map<string, Map<string, TypeWithMethods[]>>();
  const interfaces: TypeWithMethods[] = [];
  files.forEach((_, file) => {
    const language = languageOf(file);
    if (!language.implicitInterfaces) return;
    const family = language.family ?? language.id;
    for (const type of typesOf(files[file], file, family)) {
      if (type.isInterface) interfaces.push(type);
      else for (const name of type.methods) entered(methods, family, name).push(type);
    }
  });
  return interfaces.flatMap((asked) => {
    const having = [...asked.methods].map((name) => methods.get(asked.family)?.get(name) ?? []);
    const [rarest = []] = having.sort((a, b) => a.length - b.length);
    if (rarest.length > MAX_TYPES) return [];
    return rarest
      .filter((type) => [...asked.methods].every((name) => type.methods.has(name)))
      .map((type) => ({ type: type.place, interface: asked.place }));
  });
}

interface TypeWithMethods {
  place: Place;
  family: string;
  isInterface: boolean;
  methods: Set<string>;
}

function typesOf(
  { facts: { declarations, names } }: FactsOfFile,
  file: number,
  family: string,
): TypeWithMethods[] {
  const types = new Map<number, TypeWithMethods>();
  for (let d = 0; d < declarations.count; d++) {
    const form = declarations.form[d];
    if (declarations.kind[d] === KIND.type && form !== FORM.namespace && form !== FORM.alias)
      types.set(d, {
        place: { file, declaration: d },
        family,
        isInterface: form === FORM.interface,
        methods: new Set(),
      });
    else if (declarations.kind[d] === KIND.routine && form !== FORM.constructor)
      types.get(declarations.parent[d])?.methods.add(names[declarations.name[d]]);
  }
  return [...types.values()];
}

function entered(
  methods: Map<string, Map<string, TypeWithMethods[]>>,
  family: string,
  name: string,
): TypeWithMethods[] {
  let ofFamily = methods.get(family);
  if (!ofFamily) methods.set(family, (ofFamily = new Map<string, TypeWithMethods[]>()));
  let types = ofFamily.get(name);
  if (!types) ofFamily.set(name, (types = []));
  return types;
}
