import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { declaredAndUsed } from '../completeness/declaredAndUsed.ts';
import { readManifests } from './readManifests.ts';

/** `name version (use)` of each external that one project file declares. */
function declared(path: string, text: string): string[] {
  const [manifest] = readManifests([[path, text]]);
  return manifest.declared.map(({ name, version, use }) => `${name} ${version} (${use})`);
}

describe('what a project file declares', () => {
  it('package.json', () => {
    const text = `{ "name": "@x/barges", "description": "Of barges.",
      "dependencies": { "quay": "^1.0" }, "devDependencies": { "quay": "2", "lint": "3" },
      "peerDependencies": { "desk": "*" }, "optionalDependencies": { "print": "1" } }`;
    expect(declared('package.json', text)).toEqual([
      'quay ^1.0 (runtime)',
      'print 1 (optional)',
      'desk * (peer)',
      'lint 3 (development)',
    ]);
    expect(readManifests([['package.json', text]])[0]).toMatchObject({
      ecosystem: 'npm',
      name: '@x/barges',
      description: 'Of barges.',
    });
  });

  it('setup.cfg, whose values go on in indented lines', () => {
    const text =
      '[metadata]\nname = tide-tables\ndescription = file: README.rst\n\n[options]\ninstall_requires =\n    quay>=1\n    # none\n    desk[print]~=2.0\n[options.extras_require]\nplot =\n    inks\n';
    expect(declared('setup.cfg', text)).toEqual([
      'quay >=1 (runtime)',
      'desk ~=2.0 (runtime)',
      'inks  (optional)',
    ]);
    expect(readManifests([['setup.cfg', text]])[0]).toMatchObject({ name: 'tide-tables', description: null });
    expect(readManifests([['setup.cfg', 'no = section\n  at all\n[broken']])[0].declared).toEqual([]);
  });

  it('pyproject.toml, of the standard and of Poetry', () => {
    expect(
      declared(
        'pyproject.toml',
        '[project]\nname = "tides"\ndependencies = ["numpy>=1.2,<2", "plot[all]; python_version > \'3\'"]\n' +
          '[project.optional-dependencies]\nweb = ["serve"]\n[dependency-groups]\ntest = ["check==3"]\n',
      ),
    ).toEqual([
      'numpy >=1.2,<2 (runtime)',
      'plot  (runtime)',
      'serve  (optional)',
      'check ==3 (development)',
    ]);
    expect(
      declared(
        'pyproject.toml',
        '[tool.poetry]\nname = "tides"\n[tool.poetry.dependencies]\npython = "^3.9"\nnumpy = "^1"\nplot = { version = "2" }\n' +
          '[tool.poetry.group.dev.dependencies]\ncheck = "*"\n',
      ),
    ).toEqual(['numpy ^1 (runtime)', 'plot 2 (runtime)', 'check * (development)']);
  });

  it('requirements.txt', () => {
    const text = '# comment\n-r base.txt\nnumpy==1.2  # pinned\nplot\n';
    expect(declared('requirements.txt', text)).toEqual(['numpy ==1.2 (runtime)', 'plot  (runtime)']);
    expect(declared('requirements-dev.txt', 'check')).toEqual(['check  (development)']);
  });

  it('pom.xml and Gradle', () => {
    expect(
      declared(
        'pom.xml',
        '<project><artifactId>berths</artifactId><dependencies><dependency><groupId>g</groupId><artifactId>a</artifactId><version>1</version></dependency>' +
          '<dependency><groupId>g</groupId><artifactId>t</artifactId><scope>test</scope></dependency></dependencies></project>',
      ),
    ).toEqual(['g:a 1 (runtime)', 'g:t  (development)']);
    expect(
      declared(
        'build.gradle.kts',
        'dependencies {\n  implementation("g:a:1.0")\n  testImplementation("g:t:2")\n  compileOnly "g:c"\n  implementation(project(":x"))\n}',
      ),
    ).toEqual(['g:a 1.0 (runtime)', 'g:t 2 (development)', 'g:c  (peer)']);
  });

  it('csproj, go.mod, Cargo.toml, composer.json, Gemfile, CMake and Makefile', () => {
    expect(
      declared(
        'x/Desk.csproj',
        '<Project><ItemGroup><PackageReference Include="Kit" Version="1.2" /></ItemGroup><ItemGroup><PackageReference Include="Pen"><Version>3</Version></PackageReference></ItemGroup></Project>',
      ),
    ).toEqual(['Kit 1.2 (runtime)', 'Pen 3 (runtime)']);
    expect(
      declared(
        'go.mod',
        'module example.org/x\n\nrequire (\n\ta.org/b v1.2.0\n\tc.org/d v0.1.0 // indirect\n)\nrequire e.org/f v2.0.0\n',
      ),
    ).toEqual(['a.org/b v1.2.0 (runtime)', 'e.org/f v2.0.0 (runtime)']);
    expect(
      declared(
        'Cargo.toml',
        '[package]\nname = "locks"\n[dependencies]\nserde = "1"\nlog = { version = "0.4", optional = true }\n[dev-dependencies]\ncheck = "2"\n',
      ),
    ).toEqual(['serde 1 (runtime)', 'log 0.4 (optional)', 'check 2 (development)']);
    expect(
      declared(
        'composer.json',
        '{ "require": { "php": ">=8", "a/b": "^1" }, "require-dev": { "c/d": "2" } }',
      ),
    ).toEqual(['a/b ^1 (runtime)', 'c/d 2 (development)']);
    expect(declared('Gemfile', "source 'x'\ngem 'rack', '~> 3'\n  gem \"puma\"\n")).toEqual([
      'rack ~> 3 (runtime)',
      'puma  (runtime)',
    ]);
    expect(
      declared(
        'CMakeLists.txt',
        'project(gauge)\n# find_package(No)\nfind_package(ZLIB 1.2 REQUIRED)\nfind_package(Curl)\n',
      ),
    ).toEqual(['ZLIB 1.2 (runtime)', 'Curl  (optional)']);
    expect(declared('Makefile', 'LDLIBS = -lm -lz\nx:\n\tcc -o x x.c -lm\n')).toEqual([
      'm  (runtime)',
      'z  (runtime)',
    ]);
  });

  it.each([
    ['package.json', '[1, {'],
    ['package.json', '{ "dependencies": ["a"], "name": 3 }'],
    ['pyproject.toml', '[project\nname'],
    ['pom.xml', '<project><dependencies>'],
    ['pom.xml', 'no xml at all'],
    ['Cargo.toml', '\u0000'],
    ['go.mod', ''],
    ['x.csproj', '<!DOCTYPE x [<!ENTITY e SYSTEM "file:///etc/passwd">]><Project>&e;</Project>'],
  ])('%s with %j in it declares nothing, and stops nothing', (path, text) => {
    expect(declared(path, text)).toEqual([]);
  });

  it('are listed nearest to the root first; other files are passed over', () => {
    const texts: [string, string][] = [
      ['a/b/package.json', '{}'],
      ['package.json', '{}'],
      ['tsconfig.json', '{}'],
    ];
    expect(readManifests(texts).map(({ path }) => path)).toEqual(['package.json', 'a/b/package.json']);
  });
});

describe('declared against used', () => {
  it('sets each package’s externals against those that its own files use', async () => {
    const files = {
      'package.json':
        '{ "name": "root", "dependencies": { "shared": "1" }, "devDependencies": { "lint": "1" } }',
      'one/package.json':
        '{ "name": "one", "dependencies": { "used": "1", "unused": "1", "@types/typed": "1", "two": "1" } }',
      'one/a.ts':
        "import 'used'; import 'typed'; import 'missing/deep'; import 'shared'; import 'node:fs'; import 'two';",
      'one/b.ts': "import 'missing';",
      'two/package.json': '{ "name": "two" }',
      'two/c.ts': "import 'lint';",
    };
    const manifests = readManifests(Object.entries(files).filter(([path]) => path.endsWith('.json')));
    const rows = declaredAndUsed(await surveyText(files), manifests);
    const row = (path: string) => rows.find(({ manifest }) => manifest.path === path)!;
    expect(row('one/package.json').unused.map(({ name }) => name)).toEqual(['unused']);
    expect(row('one/package.json').undeclared).toEqual([
      { name: 'missing', files: ['one/a.ts', 'one/b.ts'] },
    ]);
    expect(row('two/package.json')).toMatchObject({ unused: [], undeclared: [], used: 1 });
    expect(row('package.json').unused.map(({ name }) => name)).toEqual(['shared']);
  });
});
