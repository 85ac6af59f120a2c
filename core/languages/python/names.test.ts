import { describe, expect, it } from 'vitest';
import { dependenciesOf, surveyText } from '../../../tests/surveyText.ts';
import { importName } from './names.ts';

describe('imports of Python', () => {
  it('lead to modules, to names of packages, and through what a package passes on', async () => {
    const files = {
      'tides/__init__.py': 'from .table import Table\n__version__ = "1"\nfrom . import gauge\n',
      'tides/table.py': 'class Table:\n    def draw(self): pass\n',
      'tides/gauge.py': 'def read(): pass\n',
      'a.py': 'import tides.gauge\ntides.gauge.read()\n',
      'b.py': 'from tides import Table, gauge, __version__\nTable().draw()\ngauge.read()\n',
      'c.py': 'import tides as t\nt.Table()\nt.gauge.read()\n',
    };
    expect(await dependenciesOf(files, ' a.py')).toEqual([
      'call a.py → tides/gauge.py#read exact',
      'import a.py → tides/gauge.py exact',
    ]);
    expect(await dependenciesOf(files, ' b.py')).toEqual([
      'call b.py → tides/gauge.py#read exact',
      'call b.py → tides/table.py#Table.draw inferred',
      'construct b.py → tides/table.py#Table exact',
      'import b.py → tides/__init__.py exact',
      'import b.py → tides/gauge.py exact',
    ]);
    expect(await dependenciesOf(files, ' c.py')).toEqual([
      'call c.py → tides/gauge.py#read exact',
      'construct c.py → tides/table.py#Table exact',
      'import c.py → tides/__init__.py exact',
    ]);
  });

  it('count from the package: src layouts, namespace packages, dots', async () => {
    const files = {
      'src/hollowmere/tides/table.py':
        'from ..crew import mate\nfrom hollowmere.crew.mate import Mate\nMate().hire()\n',
      'src/hollowmere/crew/mate.py': 'class Mate:\n    def hire(self): pass\n',
      'tests/test_table.py': 'from hollowmere.tides.table import Mate\nimport helpers\n',
      'tests/helpers.py': '',
    };
    expect(await dependenciesOf(files, 'import ')).toEqual([
      'import src/hollowmere/tides/table.py → src/hollowmere/crew/mate.py exact',
      'import tests/test_table.py → src/hollowmere/tides/table.py exact',
      'import tests/test_table.py → tests/helpers.py exact',
    ]);
    expect(await dependenciesOf(files, 'call ')).toEqual([
      'call src/hollowmere/tides/table.py → src/hollowmere/crew/mate.py#Mate.hire inferred',
    ]);
  });

  it('by an absolute name never lead to a sibling in the package', async () => {
    const files = {
      'tides/__init__.py': '',
      'tides/io.py': 'def read(): pass\n',
      'tides/requests.py': '',
      'tides/deep/__init__.py': '',
      'tides/deep/table.py': 'import io\nimport requests\nfrom tides import io as own\nio.read()\n',
    };
    expect(await dependenciesOf(files, ' tides/deep/table.py')).toEqual([
      'call tides/deep/table.py → python:io exact',
      'import tides/deep/table.py → pypi:requests exact',
      'import tides/deep/table.py → python:io exact',
      'import tides/deep/table.py → tides/io.py exact',
      'read tides/deep/table.py → python:io exact',
    ]);
  });

  it('are found where the build puts them on the path: roots of the distribution, of others, beside a conftest', async () => {
    const files = {
      'tools/tides/pyproject.toml': '[project]\nname = "tides"\n',
      'tools/tides/src/tides/__init__.py': '',
      'tools/tides/src/tides/table.py': 'import tidefmt\nimport loose\nimport locks.gate\n',
      'tools/tides/src/tidefmt.py': '',
      'tools/tides/tests/unit/test_table.py': 'import tides.table\nimport fixtures\nimport loose\n',
      'tools/tides/tests/conftest.py': '',
      'tools/tides/tests/fixtures.py': '',
      'tools/locks/setup.py': 'from setuptools import setup\nsetup(name="locks")\n',
      'tools/locks/locks/gate.py': '',
      'scripts/loose.py': '',
      'scripts/run.py': 'import loose\nimport locks.gate\n',
    };
    const imports = await dependenciesOf(files, 'import ');
    expect(imports.filter((line) => !line.includes('setup.py'))).toEqual([
      'import scripts/run.py → scripts/loose.py exact',
      'import scripts/run.py → tools/locks/locks/gate.py inferred',
      'import tools/tides/src/tides/table.py → pypi:loose exact',
      'import tools/tides/src/tides/table.py → tools/locks/locks/gate.py inferred',
      'import tools/tides/src/tides/table.py → tools/tides/src/tidefmt.py exact',
      'import tools/tides/tests/unit/test_table.py → pypi:loose exact',
      'import tools/tides/tests/unit/test_table.py → tools/tides/src/tides/table.py exact',
      'import tools/tides/tests/unit/test_table.py → tools/tides/tests/fixtures.py inferred',
    ]);
  });

  it('of the standard library mean a file of the codebase only where that is on the path', async () => {
    const files = {
      'calendar.py': '',
      'main.py': 'import calendar\n',
      'scripts/token.py': '',
      'scripts/run.py': 'import token\nimport calendar\n',
      'tests/conftest.py': '',
      'tests/types.py': '',
      'tests/unit/test_gate.py': 'import types\n',
    };
    expect(await dependenciesOf(files, 'import ')).toEqual([
      'import main.py → calendar.py exact',
      'import scripts/run.py → calendar.py exact',
      'import scripts/run.py → python:token exact',
      'import tests/unit/test_gate.py → python:types exact',
    ]);
  });

  it('by star bring what __all__ says', async () => {
    const files = {
      'all.py': '__all__ = ["shown"]\ndef shown(): pass\ndef hidden(): pass\n',
      'use.py': 'from all import *\nshown()\nhidden()\n',
    };
    expect(await dependenciesOf(files, 'call ')).toEqual(['call use.py → all.py#shown exact']);
  });

  it('lead outside by the name at the top, and are gaps where the package is ours', async () => {
    const survey = await surveyText({
      'tides/__init__.py': 'from .gone import x\nimport os.path\nimport numpy.linalg\nimport tides.lost\n',
      'tides/a.py':
        'from . import nothing\nfrom ..... import far\nimport importlib\nimportlib.import_module(name)\n',
    });
    expect(survey.externals.map(({ ecosystem, name }) => `${ecosystem}:${name}`)).toEqual([
      'pypi:numpy',
      'python:importlib',
      'python:os',
    ]);
    expect(survey.gaps.map(({ name, reason }) => `${name} ${reason}`).sort()).toEqual([
      '(computed at run time) computed',
      'far outsideRoot',
      'nothing from tides.nothing notExported',
      'tides.gone.x noSuchFile',
      'tides.lost noSuchFile',
    ]);
  });

  it('are named as they would be from the root', () => {
    expect(importName('a/b/c.py', '..d:e')).toBe('a.d.e');
    expect(importName('a/b/c.py', 'x.y:*')).toBe('x.y');
  });
});

describe('members of Python', () => {
  it('are found through inheritance, fields set in methods, and properties', async () => {
    const files = {
      'hull.py':
        'class Hull:\n    def paint(self): pass\n    @property\n    def berth(self) -> "Berth": return Berth()\nclass Berth:\n    def clear(self): pass\n',
      'barge.py':
        'from hull import Hull\nclass Barge(Hull):\n    def __init__(self): self.spare = Hull()\n    def work(self):\n        self.paint()\n        self.spare.paint()\n        self.berth.clear()\n        super().paint()\n        Hull.paint(self)\n',
    };
    expect(await dependenciesOf(files, 'call barge.py')).toEqual([
      'call barge.py#Barge.work → hull.py#Berth.clear inferred',
      'call barge.py#Barge.work → hull.py#Hull.paint exact',
      'call barge.py#Barge.work → hull.py#Hull.paint inferred',
    ]);
    expect(await dependenciesOf(files, 'write ')).toEqual([
      'write barge.py#Barge.__init__ → barge.py#Barge.spare exact',
    ]);
  });
});

describe('what Python calls without naming it', () => {
  const scale = `class Base:
    def __init__(self, n): pass
class Scale(Base):
    def __add__(self, o): return self
    def __getitem__(self, i): return 1
    def __setitem__(self, i, v): pass
    def __contains__(self, x): return True
    def __eq__(self, o): return True
    def __iter__(self): return iter([])
    def __len__(self): return 1
    def __enter__(self): return self
    def __exit__(self, *a): pass
    def __call__(self, x): return x
`;
  const called = async (body: string): Promise<string[]> => {
    const text = `${scale}def use():\n    s = Scale(1)\n    ${body}\n`;
    const lines = await dependenciesOf({ 'a.py': text }, 'a.py#use →');
    return lines
      .filter((line) => line.startsWith('call'))
      .map((line) => line.replace('call a.py#use → a.py#Scale.', ''));
  };

  it('are the methods of operators, indexing, `in`, `with`, `for`, and functions such as `len`', async () => {
    expect(await called('s + s')).toEqual(['__add__ inferred']);
    expect(await called('s[1]')).toEqual(['__getitem__ inferred']);
    expect(await called('s[1] = 2')).toEqual(['__setitem__ inferred']);
    expect(await called('1 in s')).toEqual(['__contains__ inferred']);
    expect(await called('s == 1')).toEqual(['__eq__ inferred']);
    expect(await called('len(s)')).toEqual(['__len__ inferred']);
    expect(await called('[x for x in s]')).toEqual(['__iter__ inferred']);
    expect(await called('with s as t: pass')).toEqual(['__enter__ inferred', '__exit__ inferred']);
    expect(await called('s(2)')).toEqual(['__call__ inferred']);
  });

  it('are reached through annotations in quotes, what generators yield, and values given later', async () => {
    const files = {
      'a.py': `
class Boat:
    def tow(self): pass
class Slip:
    def tow(self): pass
def quoted(x: 'Boat', ys: "list[Boat]", z: 'Optional["Boat"]', mode: Literal['quoted', 'Slip']) -> 'dict[str, Slip]':
    x.tow()
    for y in ys: y.tow()
    z.tow()
def fleet():
    yield Boat()
def many():
    yield from fleet()
@contextmanager
def lent():
    yield Boat()
def use():
    for boat in fleet(): boat.tow()
    for boat in many(): boat.tow()
    with lent() as it: it.tow()
    late = None
    late = Slip()
    late.tow()
`,
    };
    expect(await dependenciesOf(files, ' a.py#quoted ')).toEqual([
      'call a.py#quoted → a.py#Boat.tow inferred',
      'typeUse a.py#quoted → a.py#Boat exact',
      'typeUse a.py#quoted → a.py#Slip exact',
    ]);
    const places = async (line: string) => (await dependenciesOf(files, line)).length;
    expect(await places('call a.py#use → a.py#Boat.tow inferred')).toBe(1);
    expect(await places('call a.py#use → a.py#Slip.tow inferred')).toBe(1);
    const survey = await surveyText(files);
    const { dependencies, elements } = survey;
    const row = [...dependencies.to.keys()].find(
      (at) =>
        elements.key[dependencies.to[at]] === 'a.py#Boat.tow' &&
        elements.key[dependencies.from[at]] === 'a.py#use',
    )!;
    expect(dependencies.placeStart[row + 1] - dependencies.placeStart[row]).toBe(3);
  });

  it('is the constructor of a parent where a class has none', async () => {
    const lines = await dependenciesOf({ 'a.py': `${scale}def use():\n    return Scale(1)\n` }, 'initialize');
    expect(lines).toEqual(['initialize a.py#use → a.py#Base.__init__ exact']);
  });
});
