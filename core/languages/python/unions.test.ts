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
