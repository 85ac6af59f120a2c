/** A way to write a type, with its parents, and one that calls a member of a type. */
interface Writing {
  ending: string;
  type(name: string, parents: readonly string[]): string;
  use(type: string): string;
}

/** How each language writes a type that has parents and a member `m`. */
export const writings: Record<string, Writing> = {
  Java: {
    ending: 'java',
    type: (name, parents) =>
      `interface ${name}${parents.length > 0 ? ` extends ${parents.join(', ')}` : ''} { void m(); }`,
    use: (type) => `class Use { void use(${type} a) { a.m(); } }`,
  },
  'C#': {
    ending: 'cs',
    type: (name, parents) =>
      `interface ${name}${parents.length > 0 ? ` : ${parents.join(', ')}` : ''} { void m(); }`,
    use: (type) => `class Use { void U(${type} a) { a.m(); } }`,
  },
  'C++': {
    ending: 'cpp',
    type: (name, parents) =>
      `struct ${name}${parents.length > 0 ? ` : ${parents.map((each) => `virtual ${each}`).join(', ')}` : ''} { virtual void m(); };`,
    use: (type) => `void use(${type}* a) { a->m(); }`,
  },
  TypeScript: {
    ending: 'ts',
    type: (name, parents) =>
      `export interface ${name}${parents.length > 0 ? ` extends ${parents.join(', ')}` : ''} { m(): void }`,
    use: (type) => `export function use(a: ${type}) { a.m(); }`,
  },
  Python: {
    ending: 'py',
    type: (name, parents) => `class ${name}(${parents.join(', ')}):\n    def m(self): pass`,
    use: (type) => `def use():\n    ${type}().m()`,
  },
};

/** Shapes of parents that cost the square or worse where each is gone through anew, larger with `size` from 1. */
const shapes: Record<string, (size: number) => [name: string, parents: string[]][]> = {
  diamonds: (size) =>
    Array.from({ length: 40 * size }, (_, i): [string, string[]][] => {
      const above = i === 0 ? [] : [`A${i - 1}`, `B${i - 1}`];
      return [
        [`A${i}`, above],
        [`B${i}`, above],
      ];
    }).flat(),
  chain: (size) => Array.from({ length: 1_000 * size }, (_, i) => [`A${i}`, i === 0 ? [] : [`A${i - 1}`]]),
  fan: (size) => [
    ...Array.from({ length: 400 * size }, (_, i): [string, string[]] => [`P${i}`, []]),
    ['A0', Array.from({ length: 400 * size }, (_, i) => `P${i}`)],
  ],
  ladders: (size) =>
    Array.from({ length: 100 * size }, (_, i) => [
      `A${i}`,
      Array.from({ length: Math.min(i, 8) }, (_, back) => `A${i - 1 - back}`),
    ]),
  rings: (size) =>
    Array.from({ length: 200 * size }, (_, i) => [
      `A${i}`,
      [`A${(i + 1) % (200 * size)}`, `A${(i * 7) % (200 * size)}`],
    ]),
};

/** Files of one language, by path: each shape in so many sizes. */
export function typeBombs({ ending, type, use }: Writing, sizes: number): Record<string, string> {
  return Object.fromEntries(
    Object.entries(shapes).flatMap(([shape, make]) =>
      Array.from({ length: sizes }, (_, at): [string, string] => {
        const types = make(at + 1);
        const last = types.at(-1)![0];
        return [
          `${shape}${at + 1}/Use.${ending}`,
          [...types.map(([name, parents]) => type(name, parents)), use(last), ''].join('\n'),
        ];
      }),
    ),
  );
}
