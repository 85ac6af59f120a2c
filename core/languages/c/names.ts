import { FLAG, KIND } from '../../facts/fileFacts.ts';
import type { NameContext, NameRules, Place } from '../../contracts/nameRules.ts';
import { declaredAt, indexPackages } from '../../link/packages.ts';
import type { Value } from '../../contracts/values.ts';
import { family } from './includes.ts';
import { joinDefinitions } from './definitions.ts';

/**
 * Names of C and C++: of what namespaces declare a file sees its own, what it includes, and what is linked from
 * elsewhere; functions and variables that are `static` are seen where they stand, and where that is included.
 */
export function nativeNames(context: NameContext): NameRules {
  const { files, own, targets } = context;
  const index = indexPackages(files, own, family, { promotesEnumerators: true });
  const included = new Map<number, Set<number>>();
  /** All that a file includes, directly or not, and itself. */
  const seenBy = (file: number): Set<number> => {
    let seen = included.get(file);
    if (!seen) {
      seen = new Set([file]);
      for (const at of seen)
        for (const target of targets[at]) if (target.kind === 'file') seen.add(target.file);
      included.set(file, seen);
    }
    return seen;
  };
  /** Files that some include names without a condition around it; of the rest, all that is included is conditional. */
  const sure = new Set<number>();
  const anyhow = new Set<number>();
  for (const file of own) {
    files[file].facts.imports.forEach(({ conditional }, i) => {
      const target = targets[file][i];
      if (target.kind === 'file') (conditional ? anyhow : sure).add(target.file);
    });
  }

  const isStatic = ({ file, declaration }: Place): boolean => {
    const { kind, flags, parent } = files[file].facts.declarations;
    return (
      kind[declaration] !== KIND.type && parent[declaration] < 0 && (flags[declaration] & FLAG.private) !== 0
    );
  };

  const member = (namespace: string, name: string, from: number): Value | null => {
    const places = index.places(namespace, name);
    if (places.length === 0) return index.member(namespace, name, from);
    if (places.length === 1 && places[0].file === from) return declaredAt(files, places, from);
    const seen = seenBy(from);
    const visible = places.filter((place) => seen.has(place.file));
    if (visible.length > 0) return declaredAt(files, visible, from);
    // Not declared in anything that is included here: what is linked by that name, if it is one thing.
    const linked = places.filter((place) => !isStatic(place));
    if (linked.length === 0) return null;
    const found = declaredAt(files, linked, from);
    return found.tag === 'declared' ? { ...found, inferred: true } : found;
  };

  const namespaces = new Map<string, readonly string[]>();
  const namespacesAround = (file: number, declaration: number): readonly string[] => {
    const key = `${file}:${declaration}`;
    let around = namespaces.get(key);
    if (!around) namespaces.set(key, (around = index.namespacesAround(file, declaration)));
    return around;
  };

  const definitions = joinDefinitions(context, index);
  return {
    namespacesAround,
    packageMember: member,
    lookUp(file, name) {
      for (const { specifier } of files[file].facts.imports) {
        if (!specifier?.startsWith('using ')) continue;
        const [namespace, single] = specifier.slice(6).split(':');
        if (single !== undefined && single !== name) continue;
        const found = member(namespace, name, file);
        if (found) return found;
      }
      return null;
    },
    sees: (file, other) => seenBy(file).has(other),
    definitionOf: (file, declaration) => definitions.definitionOf(file, declaration),
    typeNamesInstanceMembers: true,
    callsMakeInstances: true,
    promotesEnumerators: true,
    mayBeLeftOut: (file) => anyhow.has(file) && !sure.has(file),
  };
}

/** Methods that the standard library's own types have as well. */
export const commonNames = new Set(
  `begin end cbegin cend rbegin rend size empty clear push_back pop_back push_front pop_front push pop top front back at
  insert erase emplace emplace_back find count data c_str str substr append assign length resize reserve capacity swap
  get reset release lock unlock try_lock wait notify_one notify_all load store exchange fetch_add first second join detach
  what name hash open close read write flush good fail eof seekg tellg put what value has_value value_or max min sort`.split(
    /\s+/,
  ),
);
