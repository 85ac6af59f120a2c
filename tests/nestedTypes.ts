/** Types inside one type, whose parents are looked up as members of it; each entry lists the parents of the type of its number. */
export type Parents = readonly (readonly number[])[];

/** Two types a level, each of which goes on from both of the level below. */
export function diamonds(levels: number): Parents {
  return Array.from({ length: 2 * levels }, (_, i) => (i < 2 ? [] : [i - (i % 2) - 2, i - (i % 2) - 1]));
}

/** Types with up to eight parents among those before them, or among all, themselves too: the same for the same seed. */
export function anyParents(count: number, { inCircles = false, seed = 7 } = {}): Parents {
  const below = (limit: number): number => {
    seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31;
    return seed % limit;
  };
  return Array.from({ length: count }, (_, i) => {
    const from = inCircles ? count : i;
    return from === 0 ? [] : [...new Set(Array.from({ length: 1 + below(8) }, () => below(from)))];
  });
}

/** The number of times that a type names another as its parent. */
export function parentsNamed(parents: Parents): number {
  return parents.reduce((sum, each) => sum + each.length, 0);
}

interface Nesting {
  path: string;
  around: [before: string, after: string];
  type(name: string, parents: string): string;
}

/** How each language writes that down. */
export const nestings: Record<string, Nesting> = {
  Java: {
    path: 'Outer.java',
    around: ['class Outer {', '}'],
    type: (name, parents) => `interface ${name}${parents && ` extends ${parents}`} {}`,
  },
  'C#': {
    path: 'Outer.cs',
    around: ['class Outer {', '}'],
    type: (name, parents) => `interface ${name}${parents && ` : ${parents}`} {}`,
  },
  'C++': {
    path: 'outer.cpp',
    around: ['struct Outer {', '};'],
    type: (name, parents) => `struct ${name}${parents && ` : ${parents}`} {};`,
  },
  TypeScript: {
    path: 'outer.ts',
    around: ['export namespace Outer {', '}'],
    type: (name, parents) => `export interface ${name}${parents && ` extends ${parents}`} {}`,
  },
  Python: {
    path: 'outer.py',
    around: ['def outer():', ''],
    type: (name, parents) => `    class ${name}${parents && `(${parents})`}: pass`,
  },
};

/** The file that holds such types, by its path. */
export function nestedTypes({ path, around, type }: Nesting, parents: Parents): Record<string, string> {
  const types = parents.map((each, i) => type(`A${i}`, each.map((parent) => `A${parent}`).join(', ')));
  return { [path]: [around[0], ...types, around[1]].join('\n') };
}
