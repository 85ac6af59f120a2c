import { EXPRESSION, KIND } from '../../facts/fileFacts.ts';
import type { NameContext, Place } from '../../contracts/nameRules.ts';

/** A type that belongs to another and has its body outside of it (`class Lock::Chamber { … };`); null for none. */
export type TypeWithin = (type: Place, name: string) => Place | null;

/**
 * Types within others by the type and the name, worked out when first asked for. The owner of one may be named by way of another
 * (`class A::B::C`), so that those of shorter names come first: what is not there yet is not asked for by them.
 */
export function createTypesWithin({ files, own, evaluate }: NameContext): TypeWithin {
  let within: Map<string, Place> | null = null;

  const readAll = (found: Map<string, Place>): void => {
    const places: (Place & { depth: number })[] = [];
    for (const file of own) {
      const { declarations } = files[file].facts;
      for (let declaration = 0; declaration < declarations.count; declaration++)
        if (declarations.owner[declaration] > 0 && declarations.kind[declaration] === KIND.type)
          places.push({ file, declaration, depth: depthOf(file, declarations.owner[declaration]) });
    }
    places.sort((a, b) => a.depth - b.depth);
    for (const { file, declaration } of places) {
      const { declarations, names } = files[file].facts;
      const owner = evaluate(file, declarations.owner[declaration]);
      if (owner?.tag !== 'declared') continue;
      const key = `${owner.file}:${owner.declarations[0]}:${names[declarations.name[declaration]]}`;
      if (!found.has(key)) found.set(key, { file, declaration });
    }
  };

  const depthOf = (file: number, expression: number): number => {
    const { operation, a } = files[file].facts.expressions;
    let depth = 0;
    for (let at = expression; at > 0; at = a[at]) {
      if (operation[at] === EXPRESSION.member) depth++;
      else if (operation[at] !== EXPRESSION.generic) break;
    }
    return depth;
  };

  return ({ file, declaration }, name) => {
    if (!within) readAll((within = new Map<string, Place>()));
    return within.get(`${file}:${declaration}:${name}`) ?? null;
  };
}
