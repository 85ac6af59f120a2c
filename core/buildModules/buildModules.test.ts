import { describe, expect, it } from 'vitest';
import { moduleOfFiles } from './buildModule.ts';
import { readBuildModules } from './readBuildModules.ts';

/** The modules of project files given by path. */
const read = (files: Record<string, string>) =>
  readBuildModules({ manifests: () => Object.keys(files), manifest: (path) => files[path] });
const uses = (files: Record<string, string>): string[] =>
  read(files).map(({ key, dependsOn }) => `${key} → ${dependsOn.join(', ')}`);

describe('Maven', () => {
  it('knows modules by group and artifact, the group by the parent where it is left out', () => {
    const files = {
      'pom.xml': '<project><groupId>canal</groupId><artifactId>all</artifactId></project>',
      'core/pom.xml':
        '<project><parent><groupId>canal</groupId></parent><artifactId>core</artifactId></project>',
      'desk/pom.xml':
        '<project><groupId>canal</groupId><artifactId>desk</artifactId><dependencies>' +
        '<dependency><groupId>${project.groupId}</groupId><artifactId>core</artifactId></dependency>' +
        '<dependency><groupId>other</groupId><artifactId>all</artifactId></dependency></dependencies></project>',
      'broken/pom.xml': '<project><artifactId>x',
    };
    expect(uses(files)).toEqual(['core/pom.xml → ', 'desk/pom.xml → core/pom.xml', 'pom.xml → ']);
    expect(read(files).map(({ within }) => within)).toEqual(['pom.xml', 'pom.xml', null]);
  });
});

describe('Gradle', () => {
  it('reads included projects, where they lie, and which they name', () => {
    const files = {
      'settings.gradle':
        'rootProject.name = "canal"\ninclude ":lock", ":gate:left"\nproject(":lock").projectDir = file("sluice")\n',
      'build.gradle': '// project(":lock")\n',
      'sluice/build.gradle': 'dependencies { implementation project(":gate:left") }\n',
      'web/build.gradle.kts': 'dependencies { api(project(path = ":lock")); api(projects.gate.left) }\n',
    };
    expect(read(files).map(({ key, name, sources }) => [key, name, sources])).toEqual([
      ['build.gradle', 'canal', ['']],
      ['settings.gradle:gate:left', 'gate/left', ['gate/left']],
      ['sluice/build.gradle', 'lock', ['sluice']],
      ['web/build.gradle.kts', 'web', ['web']],
    ]);
    expect(uses(files)).toEqual([
      'build.gradle → ',
      'settings.gradle:gate:left → ',
      'sluice/build.gradle → settings.gradle:gate:left',
      'web/build.gradle.kts → sluice/build.gradle, settings.gradle:gate:left',
    ]);
  });
});

describe('npm', () => {
  it('joins packages of one tree by their names; of two of one name the nearer is meant, or none', () => {
    const files = {
      'a/package.json': '{"name": "a", "dependencies": {"a": "*", "b": "*"}, "devDependencies": {"c": "*"}}',
      'a/b/package.json': '{"name": "b"}',
      'old/b/package.json': '{"name": "b"}',
      'x/c/package.json': '{"name": "c"}',
      'y/c/package.json': '{"name": "c"}',
      'z/package.json': '{"private": true}',
    };
    expect(uses(files)[1]).toBe('a/package.json → a/b/package.json');
    expect(read(files).map(({ key }) => key)).not.toContain('z/package.json');
  });
});

describe('C#', () => {
  it('reads assemblies, references and linked files', () => {
    const files = {
      'src/Lock.csproj':
        '<Project><PropertyGroup><AssemblyName>Canal.Lock</AssemblyName></PropertyGroup><ItemGroup>' +
        '<ProjectReference Include="..\\base\\Base.csproj" /><Compile Include="..\\shared\\Version.cs" />' +
        '</ItemGroup></Project>',
      'base/Base.csproj': 'not XML at all <',
    };
    const [base, lock] = read(files);
    expect([base.name, lock.name]).toEqual(['Base', 'Canal.Lock']);
    expect(lock.sources).toEqual(['src', 'shared/Version.cs']);
    expect(lock.dependsOn).toEqual(['base/Base.csproj']);
  });
});

describe('CMake', () => {
  it('reads targets with their sources, lists, folders of headers and what they link', () => {
    const files = {
      'CMakeLists.txt': [
        'set(LOCK_SOURCES src/lock.cpp # src/none.cpp',
        '  src/gate.cpp)',
        'list(APPEND LOCK_SOURCES "src/level gauge.cpp")',
        'file(GLOB TOOLS tools/*.c)',
        'add_library(lock STATIC ${LOCK_SOURCES})',
        'add_library(Canal::lock ALIAS lock)',
        'target_include_directories(lock PUBLIC ${CMAKE_CURRENT_SOURCE_DIR}/include)',
        'add_executable(tool ${TOOLS})',
        'target_link_libraries(tool PRIVATE Canal::lock m)',
        'add_library(ext SHARED IMPORTED)',
      ].join('\n'),
    };
    const [lock, tool] = read(files);
    expect(lock).toMatchObject({
      key: 'CMakeLists.txt#lock',
      sources: ['src/lock.cpp', 'src/gate.cpp', 'src/level gauge.cpp', 'include', ''],
    });
    expect(tool).toMatchObject({ sources: ['tools'], dependsOn: ['CMakeLists.txt#lock'] });
  });

  it('tells targets of which something is left that only running the script would work out', () => {
    const partlyRead = (...script: string[]): string[] =>
      read({ 'CMakeLists.txt': script.join('\n') })
        .filter(({ isPartlyRead }) => isPartlyRead)
        .map(({ name }) => name);
    expect(
      partlyRead(
        'project(canal CXX)',
        'add_library(${PROJECT_NAME} STATIC ${CMAKE_CURRENT_SOURCE_DIR}/lock.cpp)',
        'target_link_libraries(${PROJECT_NAME} PUBLIC m)',
        'add_executable(gauge gauge.cpp ${GENERATED})',
        'add_executable(tool tool.cpp)',
        'target_link_libraries(tool ${PLATFORM_LIBS})',
        'add_executable(quay quay.cpp)',
      ),
    ).toEqual(['gauge', 'tool']);
    expect(
      partlyRead(
        'add_library(lock lock.cpp)',
        'foreach(test ${TESTS})',
        'add_executable(${test} ${test}.cpp)',
      ),
    ).toEqual(['lock']);
  });

  it('ends on a script that is cut off, and on one of parentheses alone', () => {
    expect(read({ 'CMakeLists.txt': 'add_library(a "x' })).toEqual([]);
    expect(read({ 'CMakeLists.txt': `add_library(a ${'('.repeat(50_000)}` }).length).toBeLessThan(2);
  });
});

describe('Python', () => {
  it('reads distributions from pyproject.toml, setup.cfg and plain text in setup.py', () => {
    const files = {
      'tide/pyproject.toml': '[project]\nname = "Canal_Tide"\ndependencies = ["canal.base>=1"]\n',
      'base/setup.py':
        'from setuptools import setup\nsetup(\n    name="canal-base",\n    install_requires=["requests>=2", "canal-tide"],\n)\n',
      'old/setup.cfg': '[metadata]\nname = old-tide\n[options]\ninstall_requires =\n    canal-base\n',
      'broken/pyproject.toml': '[project\n',
    };
    expect(uses(files)).toEqual([
      'base/setup.py → tide/pyproject.toml',
      'old/setup.cfg → base/setup.py',
      'tide/pyproject.toml → base/setup.py',
    ]);
  });
});

describe('a file', () => {
  it('belongs to the nearest module that compiles its language, else to the nearest of all', () => {
    const moduleOf = moduleOfFiles(
      read({
        'package.json': '{"name": "web"}',
        'pyproject.toml': '[project]\nname = "tools"\n',
        'java/pom.xml': '<project><artifactId>j</artifactId></project>',
      }),
    );
    const key = (path: string, language: string) => moduleOf(path, language)?.key;
    expect(key('src/a.ts', 'typescript')).toBe('package.json');
    expect(key('src/a.py', 'python')).toBe('pyproject.toml');
    expect(key('java/src/A.java', 'java')).toBe('java/pom.xml');
    expect(key('java/web/a.js', 'javascript')).toBe('package.json');
    expect(key('java/a.c', 'c')).toBe('java/pom.xml');
  });
});
