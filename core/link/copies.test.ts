import { describe, expect, it } from 'vitest';
import { dependenciesOf } from '../../tests/surveyText.ts';
import { createVision, nearestMeant } from '../buildModules/vision.ts';

/** The dependencies from one folder, of the kinds that are asked for. */
async function uses(files: Record<string, string>, from: string, kinds = /^(call|import|include)/) {
  const all = await dependenciesOf(files, ` ${from}`);
  return all.filter((line) => kinds.test(line) && line.split(' ')[1].startsWith(from));
}

const pom = (artifact: string, ...needs: string[]): string =>
  `<project><groupId>canal</groupId><artifactId>${artifact}</artifactId><dependencies>${needs
    .map((need) => `<dependency><groupId>canal</groupId><artifactId>${need}</artifactId></dependency>`)
    .join('')}</dependencies></project>`;
const gate = 'package lock; public class Gate { public Gate turn() { return this; } public void shut() {} }';
const keeper =
  'package watch; import lock.Gate; class Keeper { void round(Gate gate) { gate.shut(); gate.turn().shut(); } }';

describe('Of several declarations of one name', () => {
  it('Java means that of the module which the project file names, though another lies as near', async () => {
    const files = {
      'barge/pom.xml': pom('barge-core'),
      'barge/src/lock/Gate.java': gate,
      'ship/pom.xml': pom('ship-core'),
      'ship/src/lock/Gate.java': gate,
      'tests/pom.xml': pom('tests', 'ship-core'),
      'tests/src/watch/Keeper.java': keeper,
    };
    expect(await uses(files, 'tests/')).toEqual([
      'call tests/src/watch/Keeper.java#Keeper.round → ship/src/lock/Gate.java#Gate.shut inferred',
      'call tests/src/watch/Keeper.java#Keeper.round → ship/src/lock/Gate.java#Gate.turn inferred',
      'import tests/src/watch/Keeper.java → ship/src/lock/Gate.java exact',
    ]);
  });

  it('of two modules of one name the own tree’s is meant', async () => {
    const tree = (root: string) => ({
      [`${root}core/pom.xml`]: pom('core'),
      [`${root}core/src/lock/Gate.java`]: gate,
      [`${root}tests/pom.xml`]: pom('tests', 'core'),
      [`${root}tests/src/watch/Keeper.java`]: keeper,
    });
    const files = { ...tree(''), ...tree('android/') };
    expect(await uses(files, 'tests/', /^import/)).toEqual([
      'import tests/src/watch/Keeper.java → core/src/lock/Gate.java exact',
    ]);
    expect(await uses(files, 'android/', /^import/)).toEqual([
      'import android/tests/src/watch/Keeper.java → android/core/src/lock/Gate.java exact',
    ]);
  });

  it('what nothing decides is ambiguous, and so is all that is reached through it', async () => {
    const files = {
      'barge/src/lock/Gate.java': gate,
      'ship/src/lock/Gate.java': gate,
      'tests/src/watch/Keeper.java': keeper,
      'tests/src/watch/Child.java': 'package watch; class Child extends lock.Gate { void a() { shut(); } }',
    };
    expect(await uses(files, 'tests/', /^(call|import|inherit)/)).toEqual(
      [
        'call tests/src/watch/Child.java#Child.a → barge/src/lock/Gate.java#Gate.shut ambiguous',
        'call tests/src/watch/Child.java#Child.a → ship/src/lock/Gate.java#Gate.shut ambiguous',
        'inherit tests/src/watch/Child.java#Child → barge/src/lock/Gate.java#Gate ambiguous',
        'inherit tests/src/watch/Child.java#Child → ship/src/lock/Gate.java#Gate ambiguous',
        'call tests/src/watch/Keeper.java#Keeper.round → barge/src/lock/Gate.java#Gate.shut ambiguous',
        'call tests/src/watch/Keeper.java#Keeper.round → barge/src/lock/Gate.java#Gate.turn ambiguous',
        'call tests/src/watch/Keeper.java#Keeper.round → ship/src/lock/Gate.java#Gate.shut ambiguous',
        'call tests/src/watch/Keeper.java#Keeper.round → ship/src/lock/Gate.java#Gate.turn ambiguous',
        'import tests/src/watch/Keeper.java → barge/src/lock/Gate.java ambiguous',
        'import tests/src/watch/Keeper.java → ship/src/lock/Gate.java ambiguous',
      ].sort(),
    );
  });

  it('a root of sources sees itself; its tests see what is to be shipped', async () => {
    const files = {
      'pom.xml': pom('lock'),
      'src/main/java/lock/Gate.java': gate,
      'src/main/java9/lock/Gate.java': gate,
      'src/main/java/lock/Wall.java': 'package lock; class Wall { void a(Gate gate) { gate.shut(); } }',
      'src/main/java9/lock/Dam.java': 'package lock; class Dam { void a(Gate gate) { gate.shut(); } }',
      'src/test/java/lock/GateTest.java': 'package lock; class GateTest { Gate gate; }',
    };
    expect(await uses(files, 'src/main/java/lock/Wall', /^typeUse/)).toEqual([
      'typeUse src/main/java/lock/Wall.java#Wall.a → src/main/java/lock/Gate.java#Gate exact',
    ]);
    expect(await uses(files, 'src/main/java9/lock/Dam', /^typeUse/)).toEqual([
      'typeUse src/main/java9/lock/Dam.java#Dam.a → src/main/java9/lock/Gate.java#Gate exact',
    ]);
    expect(await uses(files, 'src/test/', /^typeUse/)).toEqual([
      'typeUse src/test/java/lock/GateTest.java#GateTest.gate → src/main/java/lock/Gate.java#Gate inferred',
    ]);
  });

  it('TypeScript means the package of its own tree, or any of those that lie as near', async () => {
    const tree = (root: string) => ({
      [`${root}lock/package.json`]: '{"name": "lock", "main": "index.ts"}',
      [`${root}lock/index.ts`]: 'export function shut() {}',
      [`${root}desk/package.json`]: '{"name": "desk", "dependencies": {"lock": "*"}}',
      [`${root}desk/a.ts`]: "import { shut } from 'lock'; export function close() { shut(); }",
    });
    const files = { ...tree('v1/'), ...tree('v2/'), 'loose.ts': "import { shut } from 'lock'; shut();" };
    expect(await uses(files, 'v2/')).toEqual([
      'call v2/desk/a.ts#close → v2/lock/index.ts#shut exact',
      'import v2/desk/a.ts → v2/lock/index.ts exact',
    ]);
    expect(await uses(files, 'loose')).toEqual([
      'call loose.ts → v1/lock/index.ts#shut ambiguous',
      'call loose.ts → v2/lock/index.ts#shut ambiguous',
      'import loose.ts → v1/lock/index.ts ambiguous',
      'import loose.ts → v2/lock/index.ts ambiguous',
    ]);
  });

  it('Python means the distribution that the own one names', async () => {
    const distribution = (name: string, ...needs: string[]) =>
      `[project]\nname = "${name}"\ndependencies = [${needs.map((need) => `"${need}"`).join(', ')}]\n`;
    const files = {
      'old/pyproject.toml': distribution('tide-old'),
      'old/tide/__init__.py': 'def level(): pass\n',
      'new/pyproject.toml': distribution('tide-new'),
      'new/tide/__init__.py': 'def level(): pass\n',
      'desk/pyproject.toml': distribution('desk', 'tide-old'),
      'desk/show/__init__.py': 'import tide\ndef show(): tide.level()\n',
      'loose/show.py': 'from tide import level\ndef show(): level()\n',
    };
    expect(await uses(files, 'desk/')).toEqual([
      'call desk/show/__init__.py#show → old/tide/__init__.py#level exact',
      'import desk/show/__init__.py → old/tide/__init__.py inferred',
    ]);
    expect(await uses(files, 'loose/')).toEqual([
      'call loose/show.py#show → new/tide/__init__.py#level ambiguous',
      'call loose/show.py#show → old/tide/__init__.py#level ambiguous',
      'import loose/show.py → new/tide/__init__.py ambiguous',
      'import loose/show.py → old/tide/__init__.py ambiguous',
    ]);
  });

  it('C means what its target links, also through a prototype of its own', async () => {
    const files = {
      'CMakeLists.txt': [
        'add_library(barge barge/lock.c barge/lock.h)',
        'add_library(ship ship/lock.c ship/lock.h)',
        'add_executable(desk desk/main.c)',
        'target_link_libraries(desk ship)',
      ].join('\n'),
      'barge/lock.h': 'int shut(int a);\n',
      'barge/lock.c': '#include "lock.h"\nint shut(int a) { return a; }\n',
      'ship/lock.h': 'int shut(int a);\n',
      'ship/lock.c': '#include "lock.h"\nint shut(int a) { return a; }\n',
      'desk/main.c': 'int main(void) { return shut(1); }\n',
      'barge/use.c': '#include "lock.h"\nint use(void) { return shut(2); }\n',
    };
    expect(await uses(files, 'desk/')).toEqual(['call desk/main.c#main → ship/lock.c#shut inferred']);
    const { 'CMakeLists.txt': _, ...unbuilt } = {
      ...files,
      'loose/other.c': 'int other() { return shut(1); }',
    };
    expect(await uses(unbuilt, 'loose/')).toEqual([
      'call loose/other.c#other → barge/lock.c#shut ambiguous',
      'call loose/other.c#other → ship/lock.c#shut ambiguous',
    ]);
    expect(await uses(files, 'barge/use', /^call/)).toEqual([
      'call barge/use.c#use → barge/lock.c#shut exact',
    ]);
  });

  it('C# means what its project refers to, or any where nothing says', async () => {
    const type = 'namespace Lock { public class Gate { public static void Shut() {} } }';
    const project = (...references: string[]): string =>
      `<Project><ItemGroup>${references
        .map((reference) => `<ProjectReference Include="..\\${reference}\\${reference}.csproj"/>`)
        .join('')}</ItemGroup></Project>`;
    const use = 'using Lock; class Desk { void Close() { Gate.Shut(); } }';
    const files = {
      'Barge/Barge.csproj': project(),
      'Barge/Gate.cs': type,
      'Ship/Ship.csproj': project(),
      'Ship/Gate.cs': type,
      'Desk/Desk.csproj': project('Ship'),
      'Desk/Desk.cs': use,
      'Odd/Odd.csproj': project(),
      'Odd/Odd.cs': use,
    };
    expect(await uses(files, 'Desk/', /^call/)).toEqual([
      'call Desk/Desk.cs#Desk.Close → Ship/Gate.cs#Gate.Shut exact',
    ]);
    expect(await uses(files, 'Odd/', /^call/)).toEqual([
      'call Odd/Odd.cs#Desk.Close → Barge/Gate.cs#Gate.Shut ambiguous',
      'call Odd/Odd.cs#Desk.Close → Ship/Gate.cs#Gate.Shut ambiguous',
    ]);
  });
});

describe('The build’s vision', () => {
  const module = (key: string, ...dependsOn: string[]) => ({
    ...{ key, name: key, sources: [key], within: null, languages: ['java'] },
    dependsOn,
  });
  const { steps } = createVision([module('a', 'b'), module('b', 'c', 'a'), module('c'), module('d')]);

  it('counts the steps from module to module, rings or not', () => {
    const from = (other: string): number => steps('a/X.java', `${other}/Y.java`, 'java');
    expect(['a', 'b', 'c', 'd', 'nowhere'].map(from)).toEqual([0, 1, 2, Infinity, Infinity]);
  });

  it('comes before nearness', () => {
    const near = (far: Record<string, number>) =>
      nearestMeant(Object.keys(far), 'x/y/from', { path: (path) => path, steps: (path) => far[path] });
    expect(near({ 'x/y/a': 1, 'z/b': 0 })).toEqual({ first: 'z/b', others: [], isInferred: false });
    expect(near({ 'x/y/a': 1, 'z/b': 1 })).toEqual({ first: 'x/y/a', others: [], isInferred: true });
    expect(near({ 'u/a': 1, 'z/b': 1, 'z/c/d': 1 })).toEqual({
      first: 'u/a',
      others: ['z/b'],
      isInferred: true,
    });
  });
});
