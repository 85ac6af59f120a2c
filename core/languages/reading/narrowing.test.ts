import { describe, expect, it } from 'vitest';
import { dependenciesOf } from '../../../tests/surveyText.ts';

/** The calls from one routine of a file, as the names that they lead to. */
async function calls(file: string, text: string, from = 'go'): Promise<string[]> {
  const lines = await dependenciesOf({ [file]: text }, `call ${file}#${from} `);
  return lines.map((line) => line.replace(/^.*#/, '').replace(' inferred', ''));
}

const script = (body: string): string => `
class Boat { tow() {} sail() {} }
class Barge { tow() {} load() {} }
function go(x: unknown, y: { hull: unknown }, done: boolean) { ${body} }
`;
const inScript = (body: string): Promise<string[]> => calls('a.ts', script(body));

const python = (body: string): string => `
class Boat:
    def tow(self): pass
class Barge:
    def tow(self): pass
    def load(self): pass
def go(x, y, done):
${body.replace(/^/gm, '    ')}
`;
const inPython = (body: string): Promise<string[]> => calls('a.py', python(body));

describe('A test of a type in TypeScript', () => {
  it('holds in the branch, and the other way round in the other', async () => {
    expect(await inScript('if (x instanceof Boat) x.tow();')).toEqual(['Boat.tow']);
    expect(await inScript('if (!(x instanceof Boat)) { done; } else { x.tow(); }')).toEqual(['Boat.tow']);
    expect(await inScript('return x instanceof Barge ? x.tow() : null;')).toEqual(['Barge.tow']);
    expect(await inScript('while (x instanceof Barge) x.tow();')).toEqual(['Barge.tow']);
  });

  it('holds behind *and*, and behind *or* where it does not hold', async () => {
    expect(await inScript('return done && x instanceof Boat && x.tow();')).toEqual(['Boat.tow']);
    expect(await inScript('return !(x instanceof Boat) || x.tow();')).toEqual(['Boat.tow']);
    expect(await inScript('if (done && x instanceof Boat) x.tow();')).toEqual(['Boat.tow']);
    // Either may be true there.
    expect(await inScript('if (done || x instanceof Boat) x.tow();')).toEqual([
      'Barge.tow ambiguous',
      'Boat.tow ambiguous',
    ]);
  });

  it('holds after what is left where it does not', async () => {
    expect(await inScript('if (!(x instanceof Barge)) return; x.tow();')).toEqual(['Barge.tow']);
    expect(await inScript('if (!(x instanceof Barge)) { throw 1; } x.tow();')).toEqual(['Barge.tow']);
    expect(await inScript('if (x instanceof Boat) return; x.tow();')).toEqual([
      'Barge.tow ambiguous',
      'Boat.tow ambiguous',
    ]);
  });

  it('says something of members, and nothing of another variable of the name', async () => {
    expect(await inScript('if (y.hull instanceof Boat) y.hull.tow();')).toEqual(['Boat.tow']);
    const hidden = 'if (x instanceof Boat) { [y].map((x: Barge) => x.load()); }';
    expect(await inScript(hidden)).toEqual(['Barge.load']);
  });

  it('in itself says which of two tests is meant', async () => {
    expect(await inScript('if (x instanceof Boat) { if (x instanceof Barge) { x.tow(); } }')).toEqual([
      'Barge.tow',
    ]);
  });
});

describe('A test of a type in Python', () => {
  it('holds in the branch, in a conditional, behind *and*, and after an assertion', async () => {
    expect(await inPython('if isinstance(x, Boat):\n    x.tow()')).toEqual(['Boat.tow']);
    expect(await inPython('if done: pass\nelif isinstance(x, Barge):\n    x.tow()')).toEqual(['Barge.tow']);
    expect(await inPython('return x.tow() if isinstance(x, Barge) else None')).toEqual(['Barge.tow']);
    expect(await inPython('return isinstance(x, Boat) and x.tow()')).toEqual(['Boat.tow']);
    expect(await inPython('assert isinstance(x, Boat)\nx.tow()')).toEqual(['Boat.tow']);
    expect(await inPython('if not isinstance(y.hull, Boat):\n    return\ny.hull.tow()')).toEqual([
      'Boat.tow',
    ]);
  });

  it('of several types says that it is one of those', async () => {
    const withTug = (body: string): string =>
      python(body).replace('def go', 'class Tug:\n    def tow(self): pass\ndef go');
    const among = async (body: string): Promise<string[]> => calls('a.py', withTug(body));
    const both = ['Barge.tow ambiguous', 'Boat.tow ambiguous'];
    expect(await among('x.tow()')).toEqual([...both, 'Tug.tow ambiguous']);
    expect(await among('if isinstance(x, (Boat, (Barge,))):\n    x.tow()')).toEqual(both);
    expect(await among('if isinstance(x, Boat | Barge):\n    x.tow()')).toEqual(both);
    // Only one of them has that.
    expect(await among('if isinstance(x, (Boat, Barge)):\n    x.load()')).toEqual(['Barge.load']);
  });

  it('says nothing where it does not hold', async () => {
    expect(await inPython('if not isinstance(x, Boat):\n    x.tow()')).toEqual([
      'Barge.tow ambiguous',
      'Boat.tow ambiguous',
    ]);
    expect(await inPython('assert not isinstance(x, Boat)\nx.tow()')).toEqual([
      'Barge.tow ambiguous',
      'Boat.tow ambiguous',
    ]);
  });
});
