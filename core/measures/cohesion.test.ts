import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { measureNamed } from './catalogue.ts';

/** LCOM4, LCOM* and TCC of a type, by its key. */
async function cohesionOf(key: string, files: Record<string, string>): Promise<number[]> {
  const survey = await surveyText(files);
  const element = survey.elements.key.indexOf(key);
  expect(element, key).toBeGreaterThan(0);
  return ['lcom4', 'lcom96', 'tcc'].map((id) => measureNamed(id)!.compute(survey)[element]);
}

describe('cohesion', () => {
  it('gives the worked example: 3 routines, 2 fields, each field touched by 1', async () => {
    const [, star] = await cohesionOf('A.java#A', {
      'A.java': 'class A { int x; int y; void a() { x = 1; } void b() { y = 2; } void c() { } }',
    });
    expect(star).toBe(1);
  });

  it('is whole where every routine touches every field', async () => {
    const found = await cohesionOf('A.java#A', {
      'A.java': 'class A { int x; void a() { x = 1; } int b() { return x; } }',
    });
    expect(found).toEqual([1, 0, 1]);
  });

  it('falls apart into routines that share nothing, and calls hold them together', async () => {
    const apart =
      'class A { x = 1; y = 2; a() { return this.x; } b() { return this.y; } c() { return this.b(); } }';
    expect(await cohesionOf('a.ts#A', { 'a.ts': apart })).toEqual([2, (2 / 2 - 3) / (1 - 3), 1 / 3]);
    const together = apart.replace('return this.x', 'return this.x + this.c()');
    const [parts, , tight] = await cohesionOf('a.ts#A', { 'a.ts': together });
    expect([parts, tight]).toEqual([1, 1]);
  });

  it('leaves constructors out of the parts and pairs, and private routines out of the pairs', async () => {
    const found = await cohesionOf('a.ts#A', {
      'a.ts': `class A {
  private x = 1; private y = 2;
  constructor() { this.x = 2; this.y = 3; }
  a() { return this.x; }
  b() { return this.y; }
  private c() { return this.x; }
}`,
    });
    expect(found[0]).toBe(2);
    expect(found[1]).toBeCloseTo((5 / 2 - 4) / (1 - 4), 12);
    expect(found[2]).toBe(0);
  });

  it('is of the whole type where parts of it stand elsewhere', async () => {
    const [lcom4] = await cohesionOf('a.h#Lock', {
      'a.h': 'class Lock { public: void fill(); void drain(); private: int level; };\n',
      'a.cpp': '#include "a.h"\nvoid Lock::fill() { level = 1; }\nvoid Lock::drain() { level = 0; }\n',
    });
    expect(lcom4).toBe(1);
    const partial = await cohesionOf('One.cs#Lock', {
      'One.cs': 'partial class Lock { int level; void Fill() { level = 1; } }',
      'Two.cs': 'partial class Lock { void Drain() { level = 0; } }',
    });
    expect(partial[0]).toBe(1);
  });

  it('counts what a function inside a routine touches for the routine', async () => {
    const [lcom4] = await cohesionOf('a.py#Lock', {
      'a.py': `class Lock:
    def __init__(self):
        self.level = 0
    def fill(self):
        def by(n):
            self.level = n
        by(2)
    def drain(self):
        return self.level
`,
    });
    expect(lcom4).toBe(1);
  });

  it('is undefined where there is nothing to be cohesive', async () => {
    expect(await cohesionOf('a.ts#A', { 'a.ts': 'interface A { x: number; a(): void; b(): void }' })).toEqual(
      [NaN, NaN, NaN],
    );
    expect(await cohesionOf('a.ts#A', { 'a.ts': 'class A { x = 1; a() {} }' })).toEqual([1, NaN, NaN]);
    expect(await cohesionOf('a.ts#A', { 'a.ts': 'class A { x = 1; }' })).toEqual([NaN, NaN, NaN]);
  });
});
