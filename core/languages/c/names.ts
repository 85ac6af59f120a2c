import { nearestMeant, visionOf, type Meant } from '../../buildModules/vision.ts';
import { FLAG, FORM, KIND } from '../../facts/fileFacts.ts';
import type { NameContext, NameRules, Place } from '../../contracts/nameRules.ts';
import { declaredAt, indexPackages, meantIn } from '../../link/packages.ts';
import type { Value } from '../../contracts/values.ts';
import { family } from './includes.ts';
import { chosenByConditions } from './alternatives.ts';
import { joinDefinitions } from './definitions.ts';
import { createTypesWithin } from './typesWithin.ts';
import { standardFunctions } from './standardFunctions.ts';

/**
 * Names of C and C++: of what namespaces declare a file sees its own, what it includes, and what is linked from
 * elsewhere; functions and variables that are `static` are seen where they stand, and where that is included.
 */
export function nativeNames(context: NameContext): NameRules {
  const { files, own, targets, tree } = context;
  const index = indexPackages(files, own, family, { promotesEnumerators: true });
  /** All that a file includes, directly or not, and itself: for sure, and where conditions hold. */
  const closure = (isSure: boolean): ((file: number) => Set<number>) => {
    const known = new Map<number, Set<number>>();
    return (file) => {
      let seen = known.get(file);
      if (seen) return seen;
      seen = new Set([file]);
      for (const at of seen)
        targets[at].forEach((target, i) => {
          if (target.kind !== 'file' || (isSure && files[at].facts.imports[i].conditional)) return;
          seen.add(target.file);
        });
      known.set(file, seen);
      return seen;
    };
  };
  const seenBy = closure(false);
  const surelySeenBy = closure(true);

  const isStatic = ({ file, declaration }: Place): boolean => {
    const { kind, flags, parent } = files[file].facts.declarations;
    return (
      kind[declaration] !== KIND.type && parent[declaration] < 0 && (flags[declaration] & FLAG.private) !== 0
    );
  };

  /**
   * Only a routine of a source file is known where the file is not included (which it never is), for it may be called without being
   * declared; a type, a variable or a macro is not.
   */
  const isOfSourceAlone = ({ file, declaration }: Place): boolean => {
    const { kind, form } = files[file].facts.declarations;
    const isRoutine = kind[declaration] === KIND.routine && form[declaration] !== FORM.macro;
    return !isRoutine && /\.(c|cc|cpp|cxx|c\+\+)$/i.test(files[file].path);
  };

  /** What stands in for a function of the system's, unless it is sure to be there. */
  const mayStandIn = (value: Value, name: string, from: number): boolean => {
    if (value.tag !== 'declared' || !standardFunctions.has(name)) return false;
    const { kind, flags } = files[value.file].facts.declarations;
    const [first] = value.declarations;
    if (kind[first] === KIND.type) return false;
    return (flags[first] & FLAG.conditional) !== 0 || !surelySeenBy(from).has(value.file);
  };

  const member = (namespace: string, name: string, from: number): Value | null => {
    const value = memberSeen(namespace, name, from);
    if (value?.tag !== 'declared' || !mayStandIn(value, name, from)) return value;
    return { ...value, isStandIn: true };
  };

  const isMacro = ({ file, declaration }: Place): boolean =>
    files[file].facts.declarations.form[declaration] === FORM.macro;

  const memberSeen = (namespace: string, name: string, from: number): Value | null => {
    const places = index.places(namespace, name);
    const inner = namespace === '' ? name : `${namespace}.${name}`;
    // A macro may name a namespace, as in `namespace CANAL_NAMESPACE {`, which then goes by the macro's name.
    if (index.isPackage(inner) && places.every(isMacro)) return { tag: 'package', family, name: inner, from };
    if (places.length === 0) return index.member(namespace, name, from);
    if (places.length === 1 && places[0].file === from) return declaredAt(files, places, from);
    const seen = seenBy(from);
    const visible = places.filter((place) => seen.has(place.file));
    if (visible.length > 1) {
      const chosen = chosenByConditions(files, visible, from, definitions.definitionOf);
      if (chosen) return chosen;
    }
    if (visible.length > 0) return declaredAt(files, visible, from);
    // Not declared in anything that is included here: what is linked by that name, if it is one thing.
    const linked = places.filter((place) => !isStatic(place) && !isOfSourceAlone(place));
    if (linked.length === 0) return null;
    return { ...meantIn(linkedFrom(linked, from), linked), inferred: true };
  };

  /** Of several files that define what is linked by a name, the one that the build links. */
  const linkedFrom = (linked: readonly Place[], from: number): Meant<number> => {
    const whole = linked.filter(
      ({ file, declaration }) => !(files[file].facts.declarations.flags[declaration] & FLAG.bodiless),
    );
    const { path, language } = files[from];
    return nearestMeant([...new Set((whole.length > 0 ? whole : linked).map(({ file }) => file))], path, {
      path: (file) => files[file].path,
      steps: (file) => visionOf(tree).steps(path, files[file].path, language),
    });
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
    typeWithin: createTypesWithin(context),
    typesHaveVariants: true,
    namesMayBeMade: true,
    copiesByItself: true,
    mayBeLeftOut: (file, from) => seenBy(from).has(file) && !surelySeenBy(from).has(file),
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
