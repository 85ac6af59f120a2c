import type { Evaluator } from './evaluator.ts';
import type { FamilyRules } from './families.ts';
import type { ImportTarget } from '../contracts/fileTree.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { Value } from '../contracts/values.ts';
import { joinMeanings } from './meanings.ts';
import type { Known, Unfolding } from './unfolding.ts';

/** What files pass on to others, by the names under which they do. */
export interface Exports extends Pick<Evaluator, 'exportOf' | 'exportsOpenly'> {
  /** What an import binds under a name (`*`: the whole), seen from a file. */
  importedValue(target: ImportTarget, name: string, from: number): Value | null;
}

/** Each export is worked out once. */
export function createExports({
  files,
  targets,
  familyOf,
  evaluate,
  memberOf,
  unfolding,
}: {
  files: readonly FactsOfFile[];
  targets: readonly ImportTarget[][];
  unfolding: Unfolding;
} & Pick<FamilyRules, 'familyOf'> &
  Pick<Evaluator, 'evaluate' | 'memberOf'>): Exports {
  const states = files.map(() => ({
    values: new Map() as Known<string, Value | null>,
    named: null as Map<string, number> | null,
  }));

  function importedValue(target: ImportTarget, name: string, from: number): Value | null {
    if (target.kind === 'external') return { tag: 'external', external: target.external, name };
    const family = familyOf(from);
    if (target.kind === 'package') return { tag: 'package', family, name: target.name, from };
    if (target.kind !== 'file') return null;
    if (name.startsWith('package ')) return { tag: 'package', family, name: name.slice(8), from };
    if (target.others) {
      const { others, ...first } = target;
      const meant = [target.file, ...others].map((file) => importedValue({ ...first, file }, name, from));
      return joinMeanings(meant);
    }
    if (target.isModule) return { tag: 'module', file: target.file };
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
    // Star exports may go round in a circle.
    return unfolding.once(states[file].values, name, () => findExport(file, name));
  }

  function findExport(file: number, name: string): Value | null {
    const { exports } = files[file].facts;
    states[file].named ??= new Map(exports.named);
    const named = states[file].named.get(name);
    let value = named === undefined ? null : evaluate(file, named);
    if (!value && name !== 'default') {
      let opaque: Value | null = null;
      for (const star of exports.stars) {
        const target = targets[file][star];
        if (target.kind === 'external') opaque = { tag: 'external', external: target.external };
        else if (target.kind === 'file' && passesOn(target.file, name)) value = exportOf(target.file, name);
        if (value) break;
      }
      value ??= opaque;
    }
    return value;
  }

  function passesOn(file: number, name: string): boolean {
    return files[file].facts.exports.starNames?.includes(name) ?? true;
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

  return { importedValue, exportOf, exportsOpenly };
}

/** Top-level names of scripts are seen by every file; a name that two scripts declare is left out. */
export function scriptGlobals(files: readonly FactsOfFile[]): Map<string, Value> {
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
