import { describe, expect, it } from 'vitest';
import { dependenciesOf, describeDependencies, factsOfTexts, fileTree } from '../../../tests/surveyText.ts';
import { link } from '../../link/link.ts';
import { languageNamed } from '../registry.ts';

const gates = `
class Gate:
    def open(self, other=None): return self
class Weir:
    def open(self): pass
`;
const fromGates = 'from gates import Gate, Weir\n';

/** The calls of `open` in `show.py`, by what each leads to. */
async function opened(texts: Record<string, string>): Promise<string[]> {
  const lines = await dependenciesOf({ 'gates.py': gates, ...texts }, 'call show.py');
  return lines
    .filter((line) => line.includes('.open '))
    .map((line) => line.replace(/^call \S+ → gates\.py#/, ''));
}

describe('a parameter holds what its routine is given', () => {
  it.each([
    ['by another file', 'def show(it): it.open()', 'from show import show\nshow(Gate())'],
    ['by its name', 'def show(a, it=None): it.open()', 'from show import show\nshow(1, it=Gate())'],
    [
      'where what is given comes from elsewhere',
      'def show(it): it.open()',
      'from show import show\ndef make(): return Gate()\nshow(make().open())',
    ],
    [
      'where a field holds it',
      'def show(it): it.open()',
      'import show\nclass A:\n    def __init__(self): self.gate = Gate()\n    def go(self): show.show(self.gate)',
    ],
    ['as a method', 'class A:\n    def show(self, it): it.open()', 'from show import A\nA().show(Gate())'],
    [
      'as a method that its type is asked for',
      'class A:\n    def show(self, it): it.open()',
      'from show import A\nA.show(A(), Gate())',
    ],
    [
      'as a method of the type',
      'class A:\n    @classmethod\n    def show(cls, it): it.open()',
      'from show import A\nA.show(Gate())',
    ],
    [
      'as a method that another one overrides',
      'class Base:\n    def show(self, it): pass\nclass A(Base):\n    def show(self, it): it.open()',
      'from show import Base\ndef use(base: Base): base.show(Gate())',
    ],
    [
      'as what makes an instance',
      'class A:\n    def __init__(self, it): self.it = it\n    def use(self): self.it.open()',
      'from show import A\nA(Gate())',
    ],
    [
      'as an instance that is called',
      'class A:\n    def __call__(self, it): it.open()',
      'from show import A\nA()(Gate())',
    ],
  ])('%s', async (_, show, use) => {
    const texts = { 'show.py': `import gates\n${show}`, 'use.py': fromGates + use };
    expect(await opened(texts)).toEqual(['Gate.open inferred']);
  });

  it('as a function too, which is then called', async () => {
    const texts = {
      'show.py': 'def run(done): done()\ndef finish(): pass\n',
      'use.py': 'from show import run, finish\nrun(finish)\n',
    };
    expect(await dependenciesOf(texts, 'call show.py')).toEqual([
      'call show.py#run → show.py#finish inferred',
    ]);
  });

  it('but a constructor not what a parent’s is given', async () => {
    const texts = {
      'show.py': `import gates
class Base:
    def __init__(self, it): pass
class A(Base):
    def __init__(self, it): it.open()`,
      'use.py': `${fromGates}from show import Base\nBase(Gate())`,
    };
    expect(await opened(texts)).toEqual([]);
  });

  it('any of it, where it is given several things', async () => {
    const use = `${fromGates}from show import show\nshow(Gate())\nshow(Weir())\nshow(3)`;
    const texts = { 'show.py': 'import gates\ndef show(it): it.open()', 'use.py': use };
    expect(await opened(texts)).toEqual(['Gate.open inferred', 'Weir.open inferred']);
  });

  it.each([
    ['in another place', 'show(1, Gate())'],
    ['in a place that is known at run time alone', 'show(*many, Gate())'],
    ['under another name', 'show(other=Gate())'],
    ['to a routine of the same name elsewhere', 'other.show(Gate())'],
  ])('but not what is given %s', async (_, use) => {
    const texts = {
      'show.py': 'import gates\ndef show(it, other=None): it.open()',
      'other.py': 'def show(it): pass',
      'use.py': `${fromGates}import other\nfrom show import show\n${use}`,
    };
    expect(await opened(texts)).not.toContain('Gate.open inferred');
  });

  it.each([
    ['a type of a file that it does not import', ''],
    ['a type of what that file imports', 'import lock\n'],
  ])('but not as %s: a library does not depend on all that use it', async (_, head) => {
    const texts = {
      'lock.py': 'import gates\n',
      'show.py': `${head}def show(it): it.open()`,
      'use.py': `${fromGates}from show import show\nshow(Gate())`,
    };
    expect(await opened(texts)).toEqual([]);
  });

  it('as what a package brings in that its file imports', async () => {
    const texts = {
      'all/__init__.py': 'from all.inner import *\n',
      'all/inner/__init__.py': 'from gates import Gate\n',
      'show.py': 'import all\ndef show(it): it.open()',
      'use.py': `${fromGates}from show import show\nshow(Gate())`,
    };
    expect(await opened(texts)).toEqual(['Gate.open inferred']);
  });

  it('as the nearest parent that its file knows, and in containers too', async () => {
    const texts = {
      'show.py': 'import gates\ndef show(it, all): it.open(); all[0].open()',
      'own.py': `${fromGates}class Own(Gate):\n    def open(self): pass\nclass Other(Weir): pass\n`,
      'use.py': 'from own import Own, Other\nfrom show import show\nshow(Own(), [Other()])',
    };
    expect(await opened(texts)).toEqual(['Gate.open inferred', 'Weir.open inferred']);
  });

  it('but not what too many different things are', async () => {
    const types = Array.from({ length: 9 }, (_, i) => `class T${i}:\n    def open(self): pass\n`).join('');
    const uses = Array.from({ length: 9 }, (_, i) => `show(T${i}())\n`).join('');
    const texts = { 'show.py': `def show(it): it.open()\n${types}${uses}` };
    expect(await dependenciesOf(texts, '.open ')).toEqual([]);
  });

  it('and says the same after a change of what is given, linked again or anew', async () => {
    const before = {
      'gates.py': gates,
      'show.py': 'import gates\ndef show(it): it.open()\n',
      'use.py': `${fromGates}from show import show\nshow(Gate())\n`,
    };
    const after = { ...before, 'use.py': before['use.py'].replace('show(Gate())', 'show(Weir())') };
    const files = await factsOfTexts(before);
    const { linking } = link(files, fileTree(before), { languageNamed });
    const changed = await factsOfTexts(after);
    const kept = files.map((file, index) => (file.path === 'use.py' ? changed[index] : file));
    const again = link(kept, fileTree(after), { languageNamed, before: linking });
    expect(describeDependencies(again.linked)).toContain(
      'call show.py#show → gates.py#Weir.open inferred @2',
    );
  });
});

describe('what is made in its own way and kept under keys', () => {
  const keeper = (made: string): string => `from gates import Gate
class Own:
    def __setitem__(self, key, value): pass
    def own(self): pass
class A:
    def __init__(self, make):
        self.all = ${made}
        self.all['x'] = Gate()
    def use(self):
        self.all['y'].open()
        self.all.own()`;

  it('is known by what is put in', async () => {
    expect(await opened({ 'show.py': keeper('make()') })).toEqual(['Gate.open inferred']);
  });

  it('and has what its own type has', async () => {
    const found = await dependenciesOf({ 'gates.py': gates, 'show.py': keeper('Own()') }, 'call show.py');
    expect(found).toEqual([
      'call show.py#A.__init__ → show.py#Own.__setitem__ inferred',
      'call show.py#A.use → gates.py#Gate.open inferred',
      'call show.py#A.use → show.py#Own.own inferred',
    ]);
  });
});

describe('a test is handed what fixtures of the names of its parameters give', () => {
  const conftest = `import pytest
from gates import Gate, Weir
@pytest.fixture
def gate(): return Gate()
@pytest.fixture(scope='module', name='weir')
def make_weir():
    yield Weir()
`;
  const found = async (texts: Record<string, string>): Promise<string[]> => {
    const lines = await dependenciesOf({ 'gates.py': gates, ...texts }, 'call ');
    return lines.filter((line) => line.includes('test_a.py#')).map((line) => line.replace('call ', ''));
  };

  it('of the folders above', async () => {
    const test = 'def test_open(gate): gate.open()\n';
    expect(await found({ 'conftest.py': conftest, 'deep/down/test_a.py': test })).toEqual([
      'deep/down/test_a.py#test_open → conftest.py#gate inferred',
      'deep/down/test_a.py#test_open → gates.py#Gate.open inferred',
    ]);
  });

  it('of another name than their routine’s, and by yielding it', async () => {
    const test = 'class TestA:\n    def test_open(self, weir): weir.open()\n';
    expect(await found({ 'conftest.py': conftest, 'test_a.py': test })).toEqual([
      'test_a.py#TestA.test_open → conftest.py#make_weir inferred',
      'test_a.py#TestA.test_open → gates.py#Weir.open inferred',
    ]);
  });

  it('of their own file before others, and those that are built on one of their own name', async () => {
    const test = `${fromGates}from pytest import fixture
@fixture
def gate(gate): return Weir()
def test_open(gate): gate.open()
`;
    expect(await found({ 'conftest.py': conftest, 'test_a.py': test })).toEqual([
      'test_a.py#gate → conftest.py#gate inferred',
      'test_a.py#test_open → gates.py#Weir.open inferred',
      'test_a.py#test_open → test_a.py#gate inferred',
    ]);
  });

  it('that a file brings in from elsewhere', async () => {
    const test = 'from fixtures import gate\ndef test_open(gate: object): pass\n';
    expect(await found({ 'fixtures.py': conftest, 'test_a.py': test })).toEqual([
      'test_a.py#test_open → fixtures.py#gate inferred',
    ]);
  });

  it.each([
    ['what is no test', 'def helper(gate): gate.open()\n'],
    ['a folder beside', 'def test_open(gate): gate.open()\n'],
    ['a parameter with a default', 'def test_open(gate=None): pass\n'],
  ])('but not %s', async (what, test) => {
    const at = what === 'a folder beside' ? 'south/conftest.py' : 'north/conftest.py';
    expect(await found({ [at]: conftest, 'north/test_a.py': test })).toEqual([]);
  });
});
