import { KIND, REFERENCE } from '../facts/fileFacts.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { Place } from '../contracts/nameRules.ts';
import { keyOfDeclared, type Declared, type Value } from '../contracts/values.ts';
import type { FamilyRules } from './families.ts';

/** The types that go on from a type, directly or not, nearest first. */
export type Heirs = (type: Declared) => readonly Place[];

/** More of them say nothing. */
const MOST = 40;

/** Where parents mix, each type's heirs; worked out when first asked for, for all types in O(types). */
export function createHeirs(
  files: readonly FactsOfFile[],
  { ofFile: rulesOf }: FamilyRules,
  parentsOf: (file: number, declaration: number) => Value[],
): Heirs {
  let children: Map<string, Place[]> | null = null;

  const readAll = (): Map<string, Place[]> => {
    const found = new Map<string, Place[]>();
    files.forEach(({ facts: { declarations, references } }, file) => {
      if (!rulesOf(file)?.parentsMix) return;
      const heirs = new Set<number>();
      references.kind.forEach((kind, r) => {
        if (kind === REFERENCE.inherit) heirs.add(references.from[r]);
      });
      for (const declaration of heirs) {
        if (declaration < 0 || declarations.kind[declaration] !== KIND.type) continue;
        for (const parent of parentsOf(file, declaration)) {
          if (parent.tag !== 'declared') continue;
          const key = keyOfDeclared(parent);
          const known = found.get(key);
          if (known) known.push({ file, declaration });
          else found.set(key, [{ file, declaration }]);
        }
      }
    });
    return found;
  };

  return (type) => {
    children ??= readAll();
    const found: Place[] = [];
    const open = [keyOfDeclared(type)];
    const seen = new Set(open);
    for (const key of open)
      for (const child of children.get(key) ?? []) {
        const own = `${child.file}:${child.declaration}`;
        if (seen.has(own)) continue;
        if (found.length === MOST) return found;
        seen.add(own);
        found.push(child);
        open.push(own);
      }
    return found;
  };
}
