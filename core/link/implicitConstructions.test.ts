import { describe, expect, it } from 'vitest';
import { dependenciesOf } from '../../tests/surveyText.ts';

const parts = `
struct Lock { Lock(); };
struct Gate { Gate(int n = 0); };
struct Plain { int width; };
struct Base { Base(); Base(int n); };
using Door = Gate;
`;
const own = (body: string, parent = ' : Base'): string =>
  `#include "parts.hpp"\nstruct Own${parent} {\n${body}\n};\n`;

/** The constructors that those of Own run, as `own → run certainty`. */
async function runs(files: Record<string, string>): Promise<string[]> {
  const lines = await dependenciesOf({ 'parts.hpp': parts, ...files }, 'Own.Own');
  return lines
    .filter((line) => line.startsWith('initialize'))
    .map((line) => line.replace(/^initialize \S+#Own\.(\S+) → \S+#\S+\.(\S+) /, '$1 → $2 '));
}

describe('constructors that nobody writes', () => {
  it('make the parents and the fields that a head does not name', async () => {
    const files = {
      'own.hpp': own('Own(); Own(int n); Own(const char* s);\nLock lock; Door door;'),
      'own.cpp':
        '#include "own.hpp"\nOwn::Own() {}\nOwn::Own(int n) : Base(n), door(n) {}\nOwn::Own(const char* s) : lock() {}\n',
    };
    expect(await runs(files)).toEqual([
      'Own → Base exact',
      'Own → Gate exact',
      'Own → Lock exact',
      'Own~2 → Base~2 exact',
      'Own~2 → Gate exact',
      'Own~2 → Lock exact',
      'Own~3 → Base exact',
      'Own~3 → Gate exact',
      'Own~3 → Lock exact',
    ]);
  });

  it('make no pointer, no reference, nothing that is shared, and nothing that has no constructor', async () => {
    const fields = 'Own() {}\nGate* held; Gate& named; static Gate shared; Plain plain; int n;';
    expect(await runs({ 'own.hpp': own(fields, '') })).toEqual([]);
  });

  it('are run by the other constructor where one is handed on to, and by none that is only announced', async () => {
    expect(
      await runs({ 'own.hpp': own('Own(int n) {}\nOwn() : Own(1) {}\nOwn(long n);\nLock lock;', '') }),
    ).toEqual(['Own → Lock exact', 'Own~2 → Own exact']);
  });

  it('are those that a field names where it is declared', async () => {
    const lines = await dependenciesOf(
      { 'parts.hpp': parts, 'own.hpp': own('Own() {}\nGate gate{3};', '') },
      'own.hpp#Own.',
    );
    expect(lines.filter((line) => /^(construct|initialize)/.test(line))).toEqual([
      'construct own.hpp#Own.gate → parts.hpp#Gate exact',
      'initialize own.hpp#Own.gate → parts.hpp#Gate.Gate exact',
    ]);
  });

  it('make nothing that only stands beside them in a namespace', async () => {
    const files = {
      'own.hpp': '#include "parts.hpp"\nnamespace canal { struct Own { Own(); static Gate shared; }; }\n',
      'own.cpp': '#include "own.hpp"\nnamespace canal {\nGate Own::shared((int)0);\nOwn::Own() {}\n}\n',
    };
    expect(await runs(files)).toEqual([]);
  });

  it('are not told where more than one may be meant', async () => {
    const either = 'struct Either { Either(); Either(int n = 1); };\n';
    expect(await runs({ 'own.hpp': `${either}struct Own { Own() {}\nEither either; };\n` })).toEqual([]);
  });

  it('are not run by languages in which parts are not made by themselves', async () => {
    const java = 'class Lock { Lock() {} }\nclass Own { Lock lock; Own() {} }\n';
    const lines = await dependenciesOf({ 'Own.java': java }, 'Own.Own');
    expect(lines.filter((line) => line.startsWith('initialize'))).toEqual([]);
  });
});
