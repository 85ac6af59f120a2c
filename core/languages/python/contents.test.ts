import { describe, expect, it } from 'vitest';
import { dependenciesOf } from '../../../tests/surveyText.ts';

const types = `
class Gate:
    def open(self): return self
    def width(self): return 1
class Lock:
    def __init__(self):
        self.gates = []
        self.named = {}
    def add(self, gate):
        self.gates.append(Gate())
        self.named['x'] = Gate()
    def __getitem__(self, name):
        return self.named[name]
    def __iter__(self):
        for gate in self.gates:
            yield gate
class Field:
    def __set_name__(self, owner, name): pass
class Plain: pass
`;

/** The calls and constructions of a file that imports those types. */
async function calls(source: string): Promise<string[]> {
  const head = 'from types_ import Gate, Lock, Field, Plain\n';
  const lines = await dependenciesOf({ 'types_.py': types, 'use.py': head + source }, ' use.py');
  return lines
    .filter((line) => line.startsWith('call ') && line.includes('types_.py#'))
    .map((line) => line.replace(/ use\.py\S* → types_\.py#/, ' '));
}

describe('what containers hold that begin empty', () => {
  it.each([
    ['a list that is appended to', 'def f():\n    all = []\n    all.append(Gate())\n    all[0].open()'],
    [
      'a list that is called for',
      'def f():\n    all = list()\n    all.insert(0, Gate())\n    for one in all: one.open()',
    ],
    ['a set', 'def f():\n    all = set()\n    all.add(Gate())\n    for one in all: one.open()'],
    ['a dictionary', "def f():\n    all = {}\n    all['x'] = Gate()\n    all['y'].open()"],
    [
      'a dictionary of another kind',
      "import collections\ndef f():\n    all = collections.OrderedDict()\n    all['x'] = Gate()\n    all.get('y').open()",
    ],
    [
      'a field',
      'class A:\n    def __init__(self): self.all = []\n    def put(self): self.all.append(Gate())\n    def use(self): self.all[0].open()',
    ],
    ['a variable of the module', 'ALL = {}\ndef put(): ALL["x"] = Gate()\ndef use(): ALL["x"].open()'],
    ['what is written out', 'def f():\n    all = {"x": Gate()}\n    all["x"].open()'],
  ])('%s', async (_, source) => {
    expect(await calls(source)).toContain('call Gate.open inferred');
  });

  it('but not those that begin with something else', async () => {
    const source = 'def f():\n    all = make()\n    all.append(Gate())\n    all[0].width()';
    expect((await calls(source)).filter((line) => !line.includes('Gate.width'))).toEqual([]);
  });
});

describe('what is handed on', () => {
  it.each([
    [
      'the values of a dictionary',
      'def f(all: dict[str, Gate]):\n    for name, gate in all.items(): gate.open()',
    ],
    ['with a number', 'def f(all: list[Gate]):\n    for i, gate in enumerate(all): gate.open()'],
    ['side by side', 'def f(names, all: list[Gate]):\n    for name, gate in zip(names, all): gate.open()'],
    ['in another order', 'def f(all: list[Gate]):\n    sorted(all)[0].open()'],
    ['in another container', 'def f(all: list[Gate]):\n    for one in tuple(all): one.open()'],
    ['one after the other', 'def f(all: list[Gate]):\n    next(iter(all)).open()'],
    [
      'in a comprehension',
      'def f(all: dict[str, Gate]):\n    return [gate.open() for _, gate in all.items()]',
    ],
    ['by a type’s own indexing', "def f(lock: Lock):\n    lock['x'].open()"],
    ['by a type’s own order', 'def f(lock: Lock):\n    for gate in lock: gate.open()'],
  ])('%s', async (_, source) => {
    expect(await calls(source)).toContain('call Gate.open inferred');
  });

  it('by a function of the file that bears the name of one of the language’s, says what that gives', async () => {
    const source = 'def sorted(all): return Plain()\ndef f(all: list[Gate]):\n    sorted(all)[0].width()';
    expect((await calls(source)).filter((line) => line.includes('inferred'))).not.toContain(
      'call Gate.open inferred',
    );
  });
});

describe('a parameter that nothing else is known of', () => {
  it.each([
    ['of a function', 'def show(it): it.open()\ndef f(): show(Gate())'],
    ['by its name', 'def show(a, it=None): it.open()\ndef f(): show(1, it=Gate())'],
    ['of a method', 'class A:\n    def show(self, it): it.open()\n    def use(self): self.show(Gate())'],
    [
      'of a method of the type',
      'class A:\n    @staticmethod\n    def show(it): it.open()\n    def use(self): self.show(Gate())',
    ],
    ['of a constructor', 'class A:\n    def __init__(self, it): it.open()\ndef f(): A(Gate())'],
    ['by a variable', 'def show(it): it.open()\ndef f():\n    gate = Gate()\n    show(gate)'],
  ])('%s is what it is given in its file', async (_, source) => {
    expect(await calls(source)).toContain('call Gate.open inferred');
  });

  it('is any of the things that it is given', async () => {
    const source = `class Other:
    def open(self): pass
def show(it): it.open()
def f():
    show(Gate())
    show(Other())`;
    expect(await calls(source)).toContain('call Gate.open inferred');
  });

  it('is unknown where that rests on another parameter', async () => {
    const source = `class Other:
    def open(self): pass
def one(it): it.open(); two(it)
def two(it): it.open(); one(it)`;
    expect(await calls(source)).not.toContain('call Gate.open inferred');
  });
});

it('what a class keeps is told of its name, where it can be', async () => {
  expect(await calls('class A:\n    x = Field()\n    y = Plain()')).toContain(
    'call Field.__set_name__ inferred',
  );
  expect(await calls('class A:\n    y = Plain()\n    z = 1')).toEqual([]);
});

it('a receiver that is let go of afterwards is still given back as the type that it is reached through', async () => {
  const source = `class Base:
    def enter(self):
        try:
            return self
        finally:
            self = None
class Heir(Base):
    def keep(self): return Gate()
def f(): Heir().enter().keep().open()`;
  expect(await calls(source)).toContain('call Gate.open inferred');
});
