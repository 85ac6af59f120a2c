import { describe, expect, it } from 'vitest';
import type { EntryPoint } from '../contracts/language.ts';
import { surveyText } from '../../tests/surveyText.ts';
import { unreachedCode } from './unreached.ts';

const at = (path: string, role: EntryPoint['role'] = 'program'): EntryPoint => ({ path, role, name: path });

async function unused(
  files: Record<string, string>,
  entries: readonly EntryPoint[],
  isEntry: (path: string) => boolean = () => false,
  mentionedNames: string[] = [],
): Promise<string[]> {
  const survey = { ...(await surveyText(files)), mentionedNames };
  const isTest = new Uint8Array(survey.elements.count);
  for (const { element, path } of survey.files)
    if (path.includes('.test.') || path.startsWith('test_'))
      isTest.fill(1, element, survey.elements.subtreeEnd[element]);
  return unreachedCode(survey, entries, { isEntry, isTest }).found.map(
    ({ element, class: own, doubt }) =>
      `${survey.elements.key[element]} ${own}${doubt === null ? '' : `, ${doubt}`}`,
  );
}

describe('code that no entry point reaches', () => {
  it('is a file that nothing imports, and a routine that nothing calls, whatever calls others', async () => {
    const files = {
      'main.ts': "import { used } from './lib';\nused();\n",
      'lib.ts':
        'export function used() { return own(); }\nfunction own() { return 1; }\nfunction alone() { return helper(); }\nfunction helper() { return 2; }\n',
      'gone.ts': "import { used } from './lib';\nexport const gone = () => used();\n",
    };
    expect(await unused(files, [at('main.ts')])).toEqual([
      'gone.ts notReferenced',
      'lib.ts#alone notReferenced',
      'lib.ts#helper byUnused',
    ]);
    // What is said to be an entry is one, with all that it reaches.
    expect(await unused(files, [at('main.ts')], (path) => path === 'gone.ts')).not.toContain(
      'gone.ts notReferenced',
    );
  });

  it('is told as reached by tests alone, and tests themselves are not told', async () => {
    const files = {
      'main.ts': 'export const main = 1;\n',
      'lib.ts': 'export const twice = (n: number) => 2 * n;\n',
      'lib.test.ts': "import { twice } from './lib';\ntwice(2);\n",
    };
    expect(await unused(files, [at('main.ts')])).toEqual(['lib.ts byTests']);
  });

  it('is not what takes the place of something that is reached, or answers to a parent outside', async () => {
    const files = {
      'main.ts':
        "import { Barge } from './barge';\nimport type { Vessel } from './vessel';\nconst v: Vessel = new Barge();\nv.moor();\n",
      'vessel.ts': 'export interface Vessel { moor(): void; sink(): void; }\n',
      'barge.ts':
        "import { Component } from 'kit';\nimport type { Vessel } from './vessel';\nexport class Barge implements Vessel {\n  constructor() { start(); }\n  moor() {}\n  sink() {}\n  other() {}\n}\nfunction start() {}\nexport class Shown extends Component {\n  render() {}\n  private hidden() {}\n}\nnew Shown();\n",
    };
    expect(await unused(files, [at('main.ts')])).toEqual([
      'barge.ts#Barge.sink notReferenced',
      'barge.ts#Barge.other notReferenced',
      'barge.ts#Shown.hidden notReferenced',
    ]);
  });

  it('is not what the object of something reached is made of', async () => {
    const files = {
      'main.ts': "import { reader } from './reader';\nreader.read();\n",
      'reader.ts': 'export const reader = {\n  read() { return 1; },\n  write() { return 2; },\n};\n',
    };
    expect(await unused(files, [at('main.ts')])).toEqual([]);
  });

  it('is in C what nothing refers to, whether or not others could link to it; a declaration leads to its definitions', async () => {
    const files = {
      'main.c': '#include "gate.h"\nint main(void) { return gate(); }\n',
      'gate.h': 'int gate(void);\nint open_all(void);\n',
      'gate.c':
        '#include "gate.h"\nstatic int own(void) { return 1; }\nint gate(void) { return 2; }\nint open_all(void) { return 3; }\n',
    };
    expect(await unused(files, [at('main.c')])).toEqual([
      'gate.c#own notReferenced',
      'gate.c#open_all notReferenced',
    ]);
    // What a header gives to others is used, with what defines it.
    expect(await unused(files, [at('main.c'), at('gate.h', 'export')])).toEqual(['gate.c#own notReferenced']);
  });

  it('is not what takes the place of what a parent declares in C++, defined in its class or outside of it', async () => {
    const files = {
      'main.cc':
        '#include "walker.hpp"\nstruct Simplify : public Walker { int visit(int n); int alone(int n); };\nint Simplify::visit(int n) { return n; }\nint Simplify::alone(int n) { return n; }\nint main() { Simplify s; return s.walk(1); }\n',
      'walker.hpp':
        '#pragma once\nstruct Walker { virtual int visit(int n) = 0; int walk(int n) { return visit(n); } };\n',
    };
    expect(await unused(files, [at('main.cc')])).toEqual(['main.cc#Simplify.alone~2 notReferenced']);
  });

  it('is not what stands in a routine that is used, nor what the language runs without naming it', async () => {
    const files = {
      'Main.java':
        'import java.util.Iterator;\nclass Main {\n  public static void main(String[] a) {\n    class Local { void go() {} }\n    Iterator<String> it = new Iterator<>() { public boolean hasNext() { return false; } public String next() { return null; } };\n    System.out.println(new Main());\n  }\n  public String toString() { return shown(); }\n  String shown() { return ""; }\n  String unshown() { return ""; }\n}\n',
    };
    expect(await unused(files, [at('Main.java')])).toEqual(['Main.java#Main.unshown notReferenced']);
  });

  it('is doubtful where a reference may mean it or another, but for a macro of its name', async () => {
    const files = {
      'main.c': '#include "gate.h"\nint main(void) { return gate() + twin(); }\n',
      'gate.h': '#ifdef PREFIXED\n#define gate z_gate\n#endif\nint gate(void);\nint twin(void);\n',
      'a.c': 'int gate(void) { return 1; }\nint twin(void) { return 1; }\n',
      'b.c': 'int twin(void) { return 2; }\n',
    };
    const found = await unused(files, [at('main.c')]);
    expect(found.filter((each) => each.includes('#gate'))).toEqual([]);
  });

  it('is doubtful where its name stands on what is not known, and not where it stands nowhere', async () => {
    const files = {
      'main.py': 'from lib import Gauge\n\ndef main(x, y):\n    Gauge()\n    x.open(1).measure()\n',
      'lib.py':
        'class Gauge:\n    def measure(self):\n        return 1\n    def weigh(self):\n        return 2\n\nclass Scale:\n    def measure(self):\n        return 3\n',
    };
    const found = await unused(files, [at('main.py')]);
    expect(found.filter((each) => each.includes('weigh'))).toEqual(['lib.py#Gauge.weigh notReferenced']);
    expect(found).not.toContain('lib.py#Gauge.measure notReferenced');
  });

  it('is doubtful where its name stands in a string, and not what is called from outside by its name', async () => {
    const files = {
      'main.c': 'int main(void) { load("open_gate"); return 0; }\n',
      'gate.c':
        'int open_gate(void) { return 1; }\nint shut_gate(void) { return 2; }\nint Java_canal_Gate_open(void) { return own(); }\nint own(void) { return 3; }\n',
    };
    expect(await unused(files, [at('main.c')])).toEqual([
      'gate.c#open_gate doubtful, byName',
      'gate.c#shut_gate notReferenced',
    ]);
  });

  it('of a library beside which a program only shows it is only what is not public', async () => {
    const files = {
      'src/A.java':
        'public class A {\n  public void offered() { help(); }\n  private void help() {}\n  private void alone() {}\n}\n',
      'src/examples/Shown.java': 'class Shown {\n  public static void main(String[] a) {}\n}\n',
    };
    const beside = { ...at('src/examples/Shown.java'), isBeside: true as const };
    expect(await unused(files, [beside])).toEqual(['src/A.java#A.alone notReferenced']);
    expect(await unused(files, [at('src/examples/Shown.java')])).toContain('src/A.java notReferenced');
  });

  it('of a part without an entry point is only what is not public there', async () => {
    const files = {
      'src/A.java':
        'public class A {\n  public void offered() { help(); }\n  private void help() {}\n  private void alone() {}\n}\n',
    };
    expect(await unused(files, [])).toEqual(['src/A.java#A.alone notReferenced']);
  });

  it('of what an entry offers is nothing that is public', async () => {
    const files = {
      'index.ts': "export * from './api';\nexport class Door { open() {} private bolt() {} }\n",
      'api.ts': 'export const knock = () => 1;\nconst own = () => 2;\n',
    };
    expect(await unused(files, [at('index.ts', 'export')])).toEqual([
      'api.ts#own notReferenced',
      'index.ts#Door.bolt notReferenced',
    ]);
  });
});

describe('code that is used from where nothing is read', () => {
  it('is what configuration names, with its open members, and all that this leads on to', async () => {
    const files = {
      'Main.java': 'package canal; class Main { public static void main(String[] a) {} }',
      'Gate.java':
        'package canal; class Gate { public void setWidth(int w) { Width.of(w); } private void own() {} } class Width { static void of(int w) {} static void to() {} }',
      'beans.xml': '<bean class="canal.Gate"/>',
    };
    expect(await unused(files, [at('Main.java')])).toEqual([
      'Gate.java#Gate.own notReferenced',
      'Gate.java#Width.to notReferenced',
    ]);
  });

  it('is what code in other languages names, where it is the only one of its name; or else it is doubtful', async () => {
    const files = {
      'main.c': 'int main(void) { return 0; }',
      'a.c':
        'static int twice(void) { return 1; }\nint openGate(void) { return 2; }\nint shut(void) { return 3; }',
      'b.c': 'static int twice(void) { return 2; }\nint other(void) { return 1; }',
    };
    expect(await unused(files, [at('main.c')], () => false, ['openGate', 'twice'])).toEqual([
      'a.c#twice doubtful, byName',
      'a.c#shut notReferenced',
      'b.c#twice doubtful, byName',
      'b.c#other notReferenced',
    ]);
  });

  it('is not what takes the place of a member of a parent that is named otherwise', async () => {
    const files = {
      'main.cc':
        'template <class T> struct Base { virtual void seek(); virtual void other(); };\nusing Door = Base<int>;\nstruct Gate : public Door { void seek() override {} void other() override {} };\nint main() { Door* door = new Gate(); door->seek(); return 0; }',
    };
    expect(await unused(files, [at('main.cc')])).toEqual(['main.cc#Gate.other notReferenced']);
  });

  it('is not a routine that is declared by the name of a type of functions', async () => {
    const files = {
      'main.cc':
        'typedef void Opener(int n);\nnamespace canal { Opener openGate, openWeir;\nvoid openGate(int n) {}\nvoid openWeir(int n) {} }\nint run(Opener* o) { return 1; }\nint main() { return run(canal::openGate); }',
    };
    expect(await unused(files, [at('main.cc')])).toEqual(['main.cc#canal.openWeir~2 notReferenced']);
  });

  it('is doubtful where a macro puts its name together', async () => {
    const files = {
      'main.c':
        '#define CTL(n) {#n, n##_ctl}\nint gate_ctl(void) { return 1; }\nint weir(void) { return 1; }\nint main(void) { return CTL(gate); }',
      'b.c': 'int other(void) { return 1; }\n',
    };
    expect(await unused(files, [at('main.c')])).toEqual([
      'b.c notReferenced',
      'main.c#gate_ctl doubtful, byName',
      'main.c#weir notReferenced',
    ]);
  });

  it('is a member of what an entry point passes on', async () => {
    const files = {
      'index.ts': "export * as Locks from './locks';\n",
      'locks.ts': 'export class Gate { open() {} private own() {} }\nclass Hidden { shut() {} }\n',
    };
    expect(await unused(files, [at('index.ts', 'export')])).toEqual([
      'locks.ts#Gate.own notReferenced',
      'locks.ts#Hidden notReferenced',
    ]);
  });

  it('is doubtful in C++ where something else of its name and place is used', async () => {
    const files = {
      'main.cc':
        'int twice(int n) { return n; }\nint twice(const Some& s) { return 2; }\nint alone(int n) { return 1; }\nint main() { return twice(1); }',
    };
    expect(await unused(files, [at('main.cc')])).toEqual([
      'main.cc#twice~2 doubtful, candidate',
      'main.cc#alone notReferenced',
    ]);
  });

  it('is doubtful where its name stands in lines that did not parse', async () => {
    const files = {
      'main.ts': 'export const main = 1;\nclass { = = openGate( ) } } ((\n',
      'lib.ts': 'export function openGate() {}\nexport function shut() {}\n',
    };
    expect(await unused(files, [at('main.ts')])).toEqual([
      'lib.ts#openGate doubtful, byName',
      'lib.ts#shut notReferenced',
    ]);
  });

  it('is what a macro makes, for nobody knows its name', async () => {
    const files = {
      'main.cc': 'int main() { return 0; }',
      'a.cc': 'void run();\nDEFINE_FUZZER(int gate) { run(); }\nvoid run() {}\nvoid alone() {}',
    };
    expect(await unused(files, [at('main.cc')])).toEqual(['a.cc#alone notReferenced']);
  });

  it('is doubtful, and not used by tests alone, where it may be what a call on something unknown means', async () => {
    const files = {
      'main.ts': 'export function main(x: any) { x.inner.sluiceOpen(); }\nmain(1);\n',
      'lib.ts':
        'export class Lock { sluiceOpen() { return deep(); } sluiceShut() {} }\nfunction deep() { return 1; }\n',
      'lib.test.ts':
        "import { Lock } from './lib';\nconst lock = new Lock();\nlock.sluiceOpen();\nlock.sluiceShut();\n",
    };
    const found = await unused(files, [at('main.ts')]);
    expect(found).toContain('lib.ts#Lock.sluiceShut byTests');
    expect(found).toContain('lib.ts#Lock.sluiceOpen doubtful, byName');
    expect(found.some((line) => line.includes('deep'))).toBe(false);
  });
});

describe('code that runs without a call', () => {
  it('is what variables at the top are initialised with, and what macros there are given', async () => {
    const files = {
      'main.cc': 'int main() { return 0; }',
      'b.cc':
        'int valid() { return 1; }\nint idle() { return 1; }\nstatic const bool added = RegisterCheck(&valid);',
      'c.cc':
        'namespace lock {\nint tide() { return 1; }\nint weir() { return 1; }\nint calm() { return 1; }\nBENCHMARK_RANGE(tide, 1, 8 << 2);\nBENCHMARK(weir)->Range(1, 8);\n}',
    };
    expect(await unused(files, [at('main.cc')])).toEqual([
      'b.cc#idle notReferenced',
      'c.cc#lock.calm notReferenced',
    ]);
  });

  it('is what is marked to be run when a program is loaded', async () => {
    const files = {
      'main.c': 'int main(void) { return 0; }',
      'zone.c':
        'static int ready(void) { return 1; }\nHINT(constructor)\nvoid enter(void) { ready(); }\nvoid leave(void) __attribute__((destructor(101)));\nvoid leave(void) { ready(); }\nvoid idle(void) {}',
    };
    expect(await unused(files, [at('main.c')])).toEqual(['zone.c#idle notReferenced']);
  });

  it('is the type of a field, whoever reads that, and a variable that is only declared where it is used', async () => {
    const files = {
      'main.c': '#include "gate.h"\nint main(void) { struct Lock lock; return levels[0]; }',
      'gate.h': 'struct Key { int teeth; };\nstruct Lock { struct Key key; };\nCOMMON const int levels[2];',
      'gate.c': '#include "gate.h"\nstatic int low(void) { return 1; }\nconst int levels[2] = { 1, 2 };',
    };
    expect(await unused(files, [at('main.c')])).toEqual(['gate.c#low notReferenced']);
  });

  it('is doubtful where a macro gives it another name, and not told where another build uses it', async () => {
    const files = {
      'main.c': 'int main(void) { return fast() + sure(); }',
      'a.c':
        'int sure(void) { return 1; }\n#define openGate open_gate\nint openGate(void) { return 1; }\n#ifdef FAST\nint fast(void) { return 1; }\n#else\nint fast(void) { return 2; }\n#endif',
    };
    expect(await unused(files, [at('main.c')])).toEqual(['a.c#openGate~2 doubtful, byName']);
  });
});

describe('a name of which it is not known what it means', () => {
  it('says nothing where it stands in unused code, or in what it names itself', async () => {
    const files = {
      'main.ts': "import { run } from './lib';\nrun(0 as any);\n",
      'lib.ts':
        "export function run(x: any) { return x.open(); }\nclass Gate { open() { return 1; } shut() { return 1; } tow() { return 'tow'; } }\nfunction idle(x: any) { return x.shut(); }\n",
    };
    expect(await unused(files, [at('main.ts')])).toEqual([
      'lib.ts#Gate.open doubtful, byName',
      'lib.ts#Gate.shut byUnused',
      'lib.ts#Gate.tow notReferenced',
      'lib.ts#idle notReferenced',
    ]);
  });
});
