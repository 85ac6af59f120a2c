import { describe, expect, it } from 'vitest';
import { dependenciesOf } from '../../../tests/surveyText.ts';

/** Calls and constructions of one file, without what stands for it. */
async function calls(source: string, others: Record<string, string> = {}): Promise<string[]> {
  const lines = await dependenciesOf({ ...others, 'a.py': source }, ' a.py');
  return lines.filter((line) => /^(call|construct) /.test(line)).map((line) => line.replaceAll('a.py#', ''));
}

describe('decorators of Python', () => {
  it('call what they give, with or without arguments', async () => {
    const source = `
def plain(fn): return fn
def register(tag):
    def inner(fn): return fn
    return inner
@plain
def one(): pass
@register('x')
def two(): pass
`;
    expect(await calls(source)).toEqual([
      'call a.py → plain exact',
      'call a.py → register exact',
      'call a.py → register.inner inferred',
    ]);
  });

  it('that are instances are called as such', async () => {
    const source = `
class Filter:
    def __init__(self, name): pass
    def __call__(self, fn): return fn
@Filter('x')
def one(): pass
`;
    expect(await calls(source)).toEqual([
      'call a.py → Filter.__call__ inferred',
      'construct a.py → Filter exact',
    ]);
  });
});

describe('fields of Python that hold what is called', () => {
  const lazy = `
def lazy(fn):
    def wrapper(*args): return fn(*args)
    return wrapper
class Registry:
    def register(self, check): pass
registry = Registry()
register = registry.register
translate = lazy(str)
again = translate
made = Registry
def turns(): pass
turned = 3
`;

  it.each([
    ['from lazy import translate\ntranslate("x")', 'call a.py → lazy.py#lazy.wrapper inferred'],
    ['from lazy import again\nagain("x")', 'call a.py → lazy.py#lazy.wrapper inferred'],
    ['from lazy import register\nregister("x")', 'call a.py → lazy.py#Registry.register inferred'],
    ['from lazy import made\nmade()', 'construct a.py → lazy.py#Registry inferred'],
    ['from lazy import made\nmade().register(1)', 'call a.py → lazy.py#Registry.register inferred'],
  ])('lead to it: %s', async (source, expected) => {
    expect(await calls(source, { 'lazy.py': lazy })).toContain(expected);
  });

  it('are read as well, and are themselves where nothing is known of what they hold', async () => {
    const lines = await dependenciesOf(
      { 'lazy.py': lazy, 'a.py': 'from lazy import again, turned\nagain(1)\nturned()' },
      ' a.py →',
    );
    expect(lines).toEqual([
      'call a.py → lazy.py#lazy.wrapper inferred',
      'call a.py → lazy.py#turned exact',
      'import a.py → lazy.py exact',
      'read a.py → lazy.py#again exact',
    ]);
  });

  it('that hold each other end', async () => {
    const ring = { 'ring.py': 'from a import first\nsecond = first\n' };
    expect(await calls('from ring import second\nfirst = second\nfirst()\n', ring)).toEqual([
      'call a.py → first exact',
    ]);
  });
});

describe('several parents in Python', () => {
  const parents = `
class Checks:
    def check(self): pass
class Field:
    def __init__(self, name): pass
    def __init_subclass__(cls): pass
    def clean(self): pass
`;

  it('are asked in their order by `super`', async () => {
    const source = `${parents}
class DateField(Checks, Field):
    def __init__(self, name):
        super().__init__(name)
        super().check()
    def clean(self): return super().clean()
`;
    expect(await calls(source)).toEqual(
      expect.arrayContaining([
        'call DateField.__init__ → Checks.check exact',
        'call DateField.__init__ → Field.__init__ exact',
        'call DateField.clean → Field.clean exact',
      ]),
    );
  });

  it('are asked above the type that `super` names', async () => {
    const source = `
class A:
    def go(self): pass
class B(A):
    def go(self): pass
class C(B):
    def go(self): super(B, self).go()
    def come(self): super(C, self).go()
`;
    expect(await calls(source)).toEqual(['call C.come → B.go exact', 'call C.go → A.go exact']);
  });

  it('are told of each heir, where they ask to be', async () => {
    expect(await calls(`${parents}\nclass Sluice(Checks): pass\nclass Tide(Field): pass\n`)).toEqual([
      'call Tide → Field.__init_subclass__ exact',
    ]);
  });

  it('lend a type that is mixed in what it uses', async () => {
    const source = `
class Case:
    def assert_same(self, a, b): pass
class Mixin:
    def test(self): self.assert_same(1, 2)
class Real(Mixin, Case): pass
`;
    expect(await calls(source)).toEqual(['call Mixin.test → Case.assert_same inferred']);
  });

  it('lend it through heirs of heirs', async () => {
    const source = `
class Case:
    def assert_same(self, a, b): pass
class Mixin:
    def test(self): self.assert_same(1, 2)
class Half(Mixin): pass
class Whole(Half, Case): pass
`;
    expect(await calls(source)).toEqual(['call Mixin.test → Case.assert_same inferred']);
  });

  it('that leave something to several heirs may mean each', async () => {
    const source = `
class Shape:
    def draw(self): self.paint()
class Round(Shape):
    def paint(self): pass
class Square(Shape):
    def paint(self): pass
`;
    expect(await calls(source)).toEqual([
      'call Shape.draw → Round.paint ambiguous',
      'call Shape.draw → Square.paint ambiguous',
    ]);
  });

  it('going round in a ring, and heirs without number, come to an end', async () => {
    const ring = 'class A(B):\n    def go(self): self.gone()\nclass B(A): pass\n';
    const many = Array.from({ length: 300 }, (_, i) => `class H${i}(Top):\n    def hook(self): pass\n`).join(
      '',
    );
    expect(await calls(ring)).toEqual([]);
    const found = await calls(`class Top:\n    def run(self): self.hook()\n${many}`);
    expect(found.length).toBeLessThanOrEqual(9);
    expect(found.every((line) => line.endsWith('ambiguous'))).toBe(true);
  });
});

describe('types of types in Python', () => {
  const source = `
class Register(type):
    def __init__(cls, name, parents, members): pass
    def find(cls, name): pass
class Plugin(metaclass=Register): pass
class Pump(Plugin): pass
def use(): Pump.find('x')
`;

  it('make each type that states them, or inherits from one that does', async () => {
    const lines = await dependenciesOf({ 'a.py': source });
    expect(lines.filter((line) => line.startsWith('initialize'))).toEqual([
      'initialize a.py#Plugin → a.py#Register.__init__ exact',
      'initialize a.py#Pump → a.py#Register.__init__ exact',
    ]);
    expect(lines.filter((line) => line.startsWith('construct'))).toEqual([
      'construct a.py#Plugin → a.py#Register exact',
      'construct a.py#Pump → a.py#Register exact',
    ]);
    expect(lines).not.toContain('typeUse a.py#Plugin → a.py#Register exact');
  });

  it('make the heirs of what is made by calling them', async () => {
    const called = `${source}Base = Register('Base', (), {})\nclass Heir(Base): pass\n`;
    expect(await calls(called)).toContain('construct Heir → Register inferred');
  });

  it('lend their types what they have', async () => {
    expect(await calls(source)).toContain('call use → Register.find exact');
  });

  it('from outside are told of the type that states them alone', async () => {
    const lines = await dependenciesOf({
      'a.py': 'from abc import ABCMeta\nclass A(metaclass=ABCMeta): pass\nclass B(A): pass\n',
    });
    expect(lines.filter((line) => line.includes('#B'))).toEqual(['inherit a.py#B → a.py#A exact']);
  });

  it('going round in a ring come to an end', async () => {
    expect(await calls('class A(B): pass\nclass B(A): pass\ndef f(): A.find()\n')).toEqual([]);
  });
});

it('an instance is made by `__new__` as well, a parent’s too', async () => {
  const source = `
class Base:
    def __new__(cls): return super().__new__(cls)
class Heir(Base):
    def __init__(self): pass
def f(): Heir()
`;
  const lines = await dependenciesOf({ 'a.py': source }, 'initialize');
  expect(lines).toEqual([
    'initialize a.py#f → a.py#Base.__new__ exact',
    'initialize a.py#f → a.py#Heir.__init__ exact',
  ]);
});

describe('a routine of Python that is declared again', () => {
  const use = 'def use(): pick()\n';

  it('is the last one', async () => {
    expect(await calls(`def pick(): pass\ndef pick(): pass\n${use}`)).toEqual(['call use → pick~2 exact']);
  });

  it('is any, where a condition decides', async () => {
    const source = `import sys
if sys.platform == 'x':
    def pick(): pass
else:
    def pick(): pass
${use}`;
    expect(await calls(source)).toEqual(['call use → pick ambiguous', 'call use → pick~2 ambiguous']);
  });

  it('and one that stands under a condition alone is meant for sure', async () => {
    expect(await calls(`if True:\n    def pick(): pass\n${use}`)).toEqual(['call use → pick exact']);
  });
});
