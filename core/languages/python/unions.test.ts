import { describe, expect, it } from 'vitest';
import { dependenciesOf } from '../../../tests/surveyText.ts';

/** Calls of `go` in a file that also has three kinds of boats, as the names that they lead to. */
async function calls(source: string): Promise<string[]> {
  const boats = `
class Boat:
    def tow(self): pass
class Barge:
    def tow(self): pass
    def load(self): pass
class Tug:
    def tow(self): pass
`;
  const lines = await dependenciesOf({ 'a.py': boats + source }, 'call a.py#go ');
  return lines.map((line) => line.replace(/^.*#/, ''));
}

const BOTH = ['Barge.tow ambiguous', 'Boat.tow ambiguous'];

describe('a Python value of one of several types', () => {
  it.each([
    ['Boat | Barge', BOTH],
    ['Union[Boat, Barge]', BOTH],
    ['typing.Union[None, Boat, Barge]', BOTH],
    ["'Boat | Barge | None'", BOTH],
    ["'Union[Boat, Barge]'", BOTH],
    ['Boat | Union[Barge, None]', BOTH],
    ['None | Boat', ['Boat.tow inferred']],
    ['Optional[Boat]', ['Boat.tow inferred']],
  ])('annotated as %s calls what each of them has', async (annotation, expected) => {
    expect(await calls(`def go(x: ${annotation}): x.tow()`)).toEqual(expected);
  });

  it('calls what one of them alone has', async () => {
    expect(await calls('def go(x: Boat | Barge): x.load()')).toEqual(['Barge.load inferred']);
  });

  it('comes of a routine that gives back either', async () => {
    const made = `
def made(big):
    if big:
        return Barge()
    if big is None:
        return None
    return Boat()
def go(): made(1).tow()
`;
    expect(await calls(made)).toEqual([...BOTH, 'made exact']);
  });

  it('is the only one where a routine gives it back at each end', async () => {
    const made = `
def made(big):
    if big: return Boat()
    return Boat()
def go(): made(1).tow()
`;
    expect(await calls(made)).toEqual(['Boat.tow inferred', 'made exact']);
  });
});

describe('a routine that gives back its receiver', () => {
  const base = `
class Base:
    def __enter__(self): return self
    def __exit__(self, *args): pass
    def itself(self):
        if self.open: return self
        return None
    def either(self):
        if self.open: return self
        return Boat()
    def cast_off(self): pass
class Lock(Base):
    def cast_off(self): pass
    def fill(self): pass
`;

  it('gives back what it was called on, not the class that declares it', async () => {
    expect(await calls(`${base}\ndef go(): Lock().itself().cast_off()`)).toEqual([
      'Base.itself inferred',
      'Lock.cast_off inferred',
    ]);
    expect(await calls(`${base}\ndef go(): Base().itself().cast_off()`)).toEqual([
      'Base.cast_off inferred',
      'Base.itself inferred',
    ]);
    const entered = await calls(`${base}\ndef go():\n    with Lock() as lock: lock.fill()`);
    expect(entered).toContain('Lock.fill inferred');
  });

  it('may give back something else as well', async () => {
    expect(await calls(`${base}\ndef go(): Lock().either().tow()`)).toEqual([
      'Base.either inferred',
      'Boat.tow inferred',
    ]);
    expect(await calls(`${base}\ndef go(): Lock().either().fill()`)).toEqual([
      'Base.either inferred',
      'Lock.fill inferred',
    ]);
  });
});
