import { execFileSync } from 'node:child_process';
import { readFileSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { afterAll, describe, expect, it } from 'vitest';
import { installationRoot } from '../server/installation.ts';
import { openStore } from '../server/store/database.ts';
import { modulePlan, modulePlans } from '../server/store/modulePlans.ts';
import { ruleBook } from '../server/store/ruleBooks.ts';
import { commitAll, gitIn, gitRepository } from '../tests/gitRepository.ts';
import { runBuiltCommandLine, runCommandLine, type Ran } from '../tests/commandLine.ts';
import { filledFolder, temporaryFolder } from '../tests/temporaryFolder.ts';

const usualData = filledFolder();
afterAll(() => rmSync(usualData, { recursive: true, force: true, maxRetries: 5 }));

const yletope = (...args: string[]): Promise<Ran> => runCommandLine(usualData, ...args);

const demo = join(installationRoot, 'demo', 'hollowmere');
const demoPlan = join(installationRoot, 'demo', 'hollowmere-plan.yaml');

describe('yletope survey', () => {
  it('writes the exchange format, as its schema has it', async () => {
    const file = join(temporaryFolder(), 'demo.json');
    expect(await yletope('survey', demo, '--json', file)).toMatchObject({ status: 0, stdout: '' });
    const schema = JSON.parse(
      readFileSync(join(installationRoot, 'docs', 'yletope-graph.schema.json'), 'utf8'),
    ) as object;
    const validate = new Ajv2020({
      strict: true,
      allowUnionTypes: true,
      formats: { 'date-time': true },
    }).compile(schema);
    const result: unknown = JSON.parse(readFileSync(file, 'utf8'));
    expect(validate(result), JSON.stringify(validate.errors?.[0])).toBe(true);
  });

  it('says the same of the same code twice, apart from the time', async () => {
    const timeless = (text: string): string => text.replace(/"surveyedAt":"[^"]+"/, '');
    const [first, second] = [
      await yletope('survey', demo, '--json', '-'),
      await yletope('survey', demo, '--json', '-'),
    ];
    expect(first.stdout.length).toBeGreaterThan(100_000);
    expect(timeless(first.stdout)).toBe(timeless(second.stdout));
  });

  it('sorts its arrays by key', async () => {
    const { elements, files, dependencies } = JSON.parse(
      (await yletope('survey', demo, '--json', '-')).stdout,
    ) as {
      elements: { key: string }[];
      files: { path: string }[];
      dependencies: { from: string }[];
    };
    const ascending = (keys: string[]): boolean => keys.every((key, i) => i === 0 || keys[i - 1] <= key);
    expect(ascending(elements.map(({ key }) => key))).toBe(true);
    expect(ascending(files.map(({ path }) => path))).toBe(true);
    expect(ascending(dependencies.map(({ from }) => from))).toBe(true);
  });

  it.each([
    [['survey', '/no/such/folder', '--json', '-'], 'There is no /no/such/folder on this machine.'],
    [
      ['survey', join(demo, 'package.json'), '--json', '-'],
      'package.json is not an archive that Yletope can open',
    ],
    [['survey', demo], "required option '--json <FILE>' not specified"],
    [['survey', demo, '--json', '/no/such/place/out.json'], 'no such file or directory'],
    [['measure'], "unknown command 'measure'"],
  ])('%j is bad usage or input: exit code 2 and one line', async (args, message) => {
    const { status, stdout, stderr } = await yletope(...args);
    expect(status).toBe(2);
    expect(stdout).toBe('');
    expect(stderr).toContain(message);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });
});

it('the built command line writes to standard output and ends with the code of its command', () => {
  const folder = temporaryFolder({ 'a.ts': 'export const a = 1;\n', 'yletope.yaml': 'yletope: 1\n' });
  expect(runBuiltCommandLine(usualData, 'check', folder)).toEqual({
    status: 0,
    stdout: '0 found, 0 accepted\n',
    stderr: expect.stringContaining('Surveyed 1 files') as string,
  });
  expect(runBuiltCommandLine(usualData, 'check', join(folder, 'none')).status).toBe(2);
});

describe('yletope survey of other sources', () => {
  /** Paths of the files in what was written to standard output. */
  const filesOf = (stdout: string): string[] =>
    (JSON.parse(stdout) as { files: { path: string }[] }).files.map(({ path }) => path);

  it('takes a repository at a branch, tag or commit, and records the commit', async () => {
    const repository = gitRepository({ 'a.ts': 'export const a = 1;\n' });
    gitIn(repository, 'tag', 'v1');
    writeFileSync(join(repository, 'b.ts'), '');
    const second = commitAll(repository, 'second');
    expect(filesOf((await yletope('survey', repository, '--ref', 'v1', '--json', '-')).stdout)).toEqual([
      'a.ts',
    ]);
    const { stdout } = await yletope('survey', `file://${repository}`, '--json', '-');
    expect(filesOf(stdout)).toEqual(['a.ts', 'b.ts']);
    expect((JSON.parse(stdout) as { codebase: unknown }).codebase).toMatchObject({ commit: second });
  });

  it('takes an archive, and leaves nothing behind', async () => {
    const file = join(temporaryFolder(), 'demo.tar.gz');
    execFileSync('tar', ['-czf', file, '-C', demo, 'src', 'package.json']);
    const before = leftBehind();
    const { status, stdout } = await yletope('survey', file, '--json', '-');
    expect(status).toBe(0);
    expect(filesOf(stdout)).toContain('src/tolls/tariff.ts');
    expect(leftBehind()).toEqual(before);
  });

  const leftBehind = (): string[] => readdirSync(tmpdir()).filter((name) => name.startsWith('yletope-cli-'));

  it.each([
    [['survey', 'ext::sh -c id', '--json', '-'], 'is not an address that Yletope can open'],
    [['survey', demo, '--ref', 'v9', '--json', '-'], 'is not a git repository'],
    [['survey', '--json', '-', '--', '-u'], 'is not an address that Yletope can open'],
  ])('%j is bad input: exit code 2 and one line', async (args, message) => {
    const { status, stderr } = await yletope(...args);
    expect(status).toBe(2);
    expect(stderr).toContain(message);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });
});

describe('tables of yletope', () => {
  /** Rows of a table on standard output, without its head. */
  const rowsOf = async (...args: string[]): Promise<string[][]> => {
    const { status, stdout, stderr } = await yletope(...args, '--csv', '-');
    expect({ status, stderr }).toEqual({ status: 0, stderr: expect.stringContaining('Surveyed') as string });
    return stdout
      .trimEnd()
      .split('\n')
      .slice(1)
      .map((line) => line.split(','));
  };

  it('measures the groups of an arrangement', async () => {
    const modules = await rowsOf('measures', demo, '--of', 'groups', '--by', 'build', '--column', 'files');
    const folders = await rowsOf('measures', demo, '--of', 'group', '--column', 'files');
    expect(modules.every(([key]) => key.startsWith('modules:'))).toBe(true);
    const filesIn = (rows: string[][], whole: string): number =>
      Number(rows.find(([key]) => key === whole)?.[1]);
    expect(filesIn(modules, 'modules:')).toBe(filesIn(folders, ''));
    expect(filesIn(folders, '')).toBeGreaterThan(50);
  });

  it('counts tests when it is told to', async () => {
    const without = (await rowsOf('measures', demo)).length;
    const withTests = (await rowsOf('measures', demo, '--with-tests')).length;
    expect(withTests).toBeGreaterThan(without);
  });

  it('writes what goes on inside the cycles of a grain, what to cut first at their heads', async () => {
    const steps = await rowsOf('cycles', demo, '--grain', 'files');
    const tags = [...new Set(steps.map(([tag]) => tag))].filter((tag) => tag.startsWith('C'));
    expect(tags.length).toBeGreaterThan(1);
    for (const tag of tags) {
      const own = steps.filter((step) => step[0] === tag);
      const order = own.map((step) => step[4] ?? '');
      expect(order[0]).toBe('against');
      expect(order.lastIndexOf('against')).toBe(order.filter((each) => each === 'against').length - 1);
      // Every member is left and reached, or it would be in no cycle.
      expect(new Set(own.map((step) => step[1]))).toEqual(new Set(own.map((step) => step[2])));
    }
    const types = await rowsOf('cycles', demo, '--grain', 'types', '--by', 'modules');
    expect(types).not.toEqual(steps);
  });

  it.each([
    [['measures', demo, '--of', 'type', '--column', 'fanIn', '--csv', '-'], 'fanIn does not apply to types.'],
    [
      ['cycles', demo, '--by', 'layers', '--csv', '-'],
      'Allowed are folders, packages, build, buildPackages.',
    ],
    [['cycles', demo, '--grain', 'lines', '--csv', '-'], 'Allowed are files, types, routines, groups.'],
    [['cycles', join(demo, 'src'), '--by', 'build', '--csv', '-'], 'This code has no build modules.'],
  ])('%j is bad usage: exit code 2 and one line', async (args, message) => {
    const { status, stdout, stderr } = await yletope(...args);
    expect({ status, stdout }).toEqual({ status: 2, stdout: '' });
    expect(stderr).toContain(message);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });
});

describe('yletope export', () => {
  it('writes who uses whom by folders, packages, the build or a plan, in each format', async () => {
    const json = JSON.parse((await yletope('export', demo, '--format', 'json', '--out', '-')).stdout) as {
      caption: string;
      nodes: { key: string; parent: string | null }[];
      edges: { from: string; to: string; references: number }[];
    };
    expect(json.caption).toBe('The files of the whole codebase by folder and what they use; tests hidden');
    expect(json.nodes.find(({ key }) => key === 'src/tolls/tariff.ts')!.parent).toBe('src/tolls');
    expect(json.edges).toContainEqual(
      expect.objectContaining({ from: 'src/tolls/tariff.ts', to: 'src/tolls/rebates.ts' }),
    );
    const csv = (
      await yletope('export', demo, '--by', demoPlan, '--grain', 'groups', '--format', 'csv', '--out', '-')
    ).stdout;
    expect(csv).toContain('plan:tolls,plan:kernel,');
    for (const format of ['dot', 'graphml', 'mermaid', 'svg'])
      expect(
        (await yletope('export', demo, '--by', 'packages', '--format', format, '--out', '-')).stdout,
      ).toContain('planner');
  });

  it.each([
    [['--by', 'nothing'], 'nothing is not a readable file.'],
    [['--grain', 'line'], 'Allowed are files, types, routines, groups.'],
    [['--format', 'gif'], 'Allowed choices are dot, graphml, nestedGraphml, mermaid, csv, json, svg, pdf.'],
  ])('%j ends with one line and 2', async (args, sentence) => {
    const { status, stderr } = await yletope('export', demo, ...args, '--out', '-');
    expect(status).toBe(2);
    expect(stderr).toContain(sentence);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });
});

describe('yletope open', () => {
  it('surveys into the database, with a plan that it reads once', async () => {
    const data = temporaryFolder();
    const held = ['--rules', join(demo, 'yletope.yaml')];
    const open = () => runCommandLine(data, 'open', demo, '--name', 'Canal', '--plan', demoPlan, ...held);
    const first = await open();
    expect(first.status).toBe(0);
    expect(first.stderr).toMatch(/^Surveyed Canal: \d+ files, /);
    const again = await open();
    expect(again.status).toBe(0);
    expect(again.stderr).toMatch(/^Canal was surveyed before, at 20.*“Survey again”/);
    const store = openStore(data);
    expect(ruleBook(store, 1).text).toContain('# What Hollowmere is held to');
    const [plan, ...others] = modulePlans(store, 1);
    expect([plan.name, others]).toEqual(['hollowmere-plan', []]);
    expect(modulePlan(store, 1, plan.id).modules.map(({ name }) => name)).toContain('Quay-side desk');
    store.close();
  });

  it('says in one line what is wrong with a plan', async () => {
    const folder = temporaryFolder({ 'plan.csv': 'a.ts\n' });
    const { status, stderr } = await runCommandLine(folder, 'open', demo, '--plan', join(folder, 'plan.csv'));
    expect(status).toBe(2);
    expect(stderr).toContain('plan.csv, line 1: expected a path and a module');
  });
});

describe('yletope modules', () => {
  interface Plan {
    modules: { id: string; members: { key: string; why: string; doubt: number }[] }[];
    notPlaced: string[];
  }
  const plan = async (...args: string[]): Promise<Plan> =>
    JSON.parse((await yletope('modules', demo, ...args, '--json', '-')).stdout) as Plan;

  it('writes a plan of every file, the same each time, which compare holds to another', async () => {
    const [links, folders] = [join(temporaryFolder(), 'links.json'), join(temporaryFolder(), 'folders.json')];
    expect(await yletope('modules', demo, '--json', links)).toMatchObject({ status: 0, stdout: '' });
    await yletope('modules', demo, '--from', 'folders', '--json', folders);
    expect(readFileSync(links, 'utf8')).toBe((await yletope('modules', demo, '--json', '-')).stdout);
    const validate = new Ajv2020({ strict: true }).compile(
      JSON.parse(readFileSync(join(installationRoot, 'docs', 'module-plan.schema.json'), 'utf8')) as object,
    );
    expect(validate(JSON.parse(readFileSync(links, 'utf8'))), JSON.stringify(validate.errors?.[0])).toBe(
      true,
    );
    const { modules, notPlaced } = JSON.parse(readFileSync(links, 'utf8')) as Plan;
    const files = [...modules.flatMap(({ members }) => members.map(({ key }) => key)), ...notPlaced];
    expect(new Set(files).size).toBe(files.length);
    expect(new Set(modules.map(({ id }) => id)).size).toBe(modules.length);
    expect(modules.flatMap(({ members }) => members).every(({ why }) => why.length > 0)).toBe(true);

    const same = (await yletope('compare', links, links)).stdout;
    expect(same).toContain(`files in both            ${files.length}\n`);
    expect(same).toMatch(/MoJoFM A → B +100\.0\nMoJoFM B → A +100\.0\nadjusted Rand index +1\.000\n/);
    const other = /MoJoFM A → B +([\d.]+)\nMoJoFM B → A +([\d.]+)/.exec(
      (await yletope('compare', links, folders)).stdout,
    )!;
    for (const figure of other.slice(1).map(Number)) {
      expect(figure).toBeGreaterThan(30);
      expect(figure).toBeLessThan(100);
    }
  });

  it('makes as many as are asked for, and grows them from anchors', async () => {
    expect((await plan('--count', '5')).modules).toHaveLength(5);
    const anchors = join(
      temporaryFolder({ 'anchors.yaml': 'tolls: [src/tolls/tariff.ts]\nboats: [src/fleet/*.ts]\n' }),
      'anchors.yaml',
    );
    const grown = await plan('--from', 'anchors', '--anchors', anchors);
    expect(grown.modules.map(({ id }) => id).sort()).toEqual(['boats', 'tolls']);
    expect(grown.modules.find(({ id }) => id === 'tolls')!.members.map(({ key }) => key)).toContain(
      'src/tolls/tariff.ts',
    );
  });

  it.each([
    [['modules', demo, '--names', '2', '--json', '-'], 'Use a number from 0 to 1.'],
    [['modules', demo, '--seed', 'x', '--json', '-'], 'Use a whole number, 1 or more.'],
    [
      ['modules', demo, '--from', 'anchors', '--json', '-'],
      '--from anchors and --anchors FILE must be used together.',
    ],
    [
      ['modules', demo, '--from', 'folders', '--count', '3', '--json', '-'],
      '--count is only for --from links',
    ],
    [['compare', 'none.json', 'none.json'], 'none.json is not a readable file.'],
    [['compare', demoPlan, demoPlan], 'places a folder (src/web/**)'],
    [['open', demo, '--plan', 'none.csv'], 'none.csv is not a readable file.'],
  ])('%j ends with one line and 2', async (args, sentence) => {
    const { status, stderr, stdout } = await yletope(...args);
    expect({ status, stdout }).toEqual({ status: 2, stdout: '' });
    expect(stderr).toContain(sentence);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });
});

describe('yletope check', () => {
  const files = {
    'low/a.ts': "import { b } from '../high/b';\nexport const a = () => b();\n",
    'high/b.ts': 'export const b = () => 1;\n',
  };
  const rules = (more = ''): string =>
    `yletope: 1\nrules:\n  - name: layers\n    reason: Low knows nothing of high.\n    order: [high, low]\n${more}`;

  it('ends with 1 where something breaks the rules, each in one line with its place', async () => {
    const folder = temporaryFolder({ ...files, 'yletope.yaml': rules() });
    const { status, stdout } = await yletope('check', folder, '--sarif', join(folder, 'found.sarif'));
    expect(status).toBe(1);
    expect(stdout.trim().split('\n')).toEqual([
      'low/a.ts:2: layers: low/a.ts uses high/b.ts (call). Low knows nothing of high.',
      'low/a.ts:1: layers: low/a.ts uses high/b.ts (import). Low knows nothing of high.',
      '2 found, 0 accepted',
    ]);
    const sarif = JSON.parse(readFileSync(join(folder, 'found.sarif'), 'utf8')) as { version: string };
    expect(sarif.version).toBe('2.1.0');
  });

  it('says what a codebase brings in one line each, in which nothing steers a terminal or a build', async () => {
    const path = 'low/\u001b[2J\u202ets.a.ts';
    const folder = temporaryFolder({
      ...{ [path]: files['low/a.ts'], 'high/b.ts': files['high/b.ts'] },
      '::error file=x::/d.ts': "import { b } from '../high/b';\nexport const d = () => b();\n",
      'yletope.yaml':
        'yletope: 1\nrules:\n  - name: r\n    from: ["**/*.ts"]\n    mayNotUse: high/**\n    reason: "Low.\\n::error::forged\\e[2J"\n',
    });
    const { stdout } = await yletope('check', folder, '--sarif', join(folder, 'found.sarif'));
    const lines = stdout.trimEnd().split('\n');
    expect(lines).toHaveLength(5);
    // eslint-disable-next-line no-control-regex -- these are what is looked for
    expect(stdout).not.toMatch(/^::|[\u0000-\u0009\u001b\u202e]/m);
    expect(lines[0]).toBe(
      '\\::error file=x::/d.ts:2: r: ::error file=x::/d.ts uses high/b.ts (call). Low.\\n::error::forged\\u{1b}[2J',
    );
    const sarif = readFileSync(join(folder, 'found.sarif'), 'utf8');
    expect(sarif).toContain('"uri": "%3A%3Aerror%20file%3Dx%3A%3A/d.ts"');
    // eslint-disable-next-line no-control-regex -- these are what is looked for
    expect(sarif).not.toMatch(/[\u001b\u202e]/);
    const broken = temporaryFolder({ 'yletope.yaml': 'yletope: 1\n"\\e[2J\\n::error::x": 1\n' });
    expect((await yletope('check', broken)).stderr).toBe(
      'yletope: yletope.yaml, line 2, column 1: there is no key “\\u{1b}[2J\\n::error::x” here.\n',
    );
  });

  it('with --strict ends with 1 where a rule, a group or a pattern matches nothing', async () => {
    const more = '  - { name: r, from: [low/**, gone/**], mayNotUse: npm:zod, severity: warning }\n';
    const accepting = 'exceptions:\n  - { from: low/a.ts, reason: Since ever. }\n';
    const folder = temporaryFolder({ ...files, 'yletope.yaml': rules(more + accepting) });
    const { status, stdout } = await yletope('check', folder);
    expect([status, stdout]).toEqual([0, expect.stringContaining('gone/** of “r” matches nothing')]);
    expect((await yletope('check', folder, '--strict')).status).toBe(1);
  });

  it('ends with 0 where all of it was accepted', async () => {
    const accepting = rules('exceptions:\n  - { from: low/a.ts, reason: Since ever. }\n');
    const { status, stdout } = await yletope(
      'check',
      temporaryFolder({ ...files, 'yletope.yaml': accepting }),
    );
    expect([status, stdout.trim()]).toEqual([0, '0 found, 2 accepted']);
  });

  it('ends with 2 and one line where the rules cannot be read', async () => {
    const folder = temporaryFolder({ ...files, 'yletope.yaml': rules('    seas: next\n') });
    const { status, stderr } = await yletope('check', folder);
    expect(status).toBe(2);
    expect(stderr.trim()).toMatch(
      /^yletope: yletope\.yaml, line \d+, column 5: there is no key “seas” here\.$/,
    );
    expect((await yletope('check', temporaryFolder(files))).stderr).toContain(
      'yletope.yaml is not a readable file',
    );
    const linked = temporaryFolder(files);
    symlinkSync(join(folder, 'yletope.yaml'), join(linked, 'yletope.yaml'));
    for (const command of [['check'], ['survey', '--json', '-']])
      expect((await yletope(...command, linked)).stderr).toContain(
        'yletope.yaml is a link; links in a codebase are not followed.',
      );
  });

  it('tells only what is new since a baseline, of which it writes another', async () => {
    const folder = temporaryFolder({ ...files, 'yletope.yaml': rules() });
    const base = join(folder, 'base.json');
    expect((await yletope('check', folder, '--write-baseline', base)).status).toBe(1);
    const same = await yletope('check', folder, '--baseline', base);
    expect([same.status, same.stdout.trim().split('\n')]).toEqual([
      0,
      ['0 found, 0 accepted', '2 known before'],
    ]);
    writeFileSync(join(folder, 'low', 'c.ts'), "import { b } from '../high/b';\nexport const c = b;\n");
    const { status, stdout } = await yletope('check', folder, '--baseline', base, '--markdown', '-');
    expect(status).toBe(1);
    expect(stdout).toContain('new since');
    expect(stdout).toContain('`low/c.ts:1`');
    expect(stdout).not.toContain('low/a.ts');
    const other = temporaryFolder({ 'x.ts': 'export const x = 1;\n', 'yletope.yaml': rules() });
    const refused = await yletope('check', other, '--baseline', base);
    expect([refused.status, refused.stderr]).toEqual([2, expect.stringContaining('baseline of other code')]);
  });

  it('tells what a range of commits brought, and writes JUnit', async () => {
    const folder = gitRepository({ ...files, 'yletope.yaml': rules() });
    writeFileSync(join(folder, 'low', 'c.ts'), "import { b } from '../high/b';\nexport const c = 2;\n");
    const found = join(folder, 'found.xml');
    const { status, stdout } = await yletope('check', folder, '--since', 'HEAD', '--junit', found);
    expect(status).toBe(1);
    expect(stdout.trim().split('\n')).toEqual([
      'low/c.ts:1: layers: low/c.ts uses high/b.ts (import). Low knows nothing of high.',
      '1 found, 0 accepted',
      '2 known before',
    ]);
    expect(readFileSync(found, 'utf8')).toContain('failures="1"');
    const gone = await yletope('check', folder, '--since', 'nowhere');
    expect(gone.status).toBe(2);
    expect(gone.stderr.trim().split('\n')).toHaveLength(1);
  });

  it('reads what the file of rules says is to be read, as every survey from the command line does', async () => {
    const intake = 'intake:\n  choices:\n    - { glob: low/**, take: leaveOut }\n';
    const folder = temporaryFolder({ ...files, 'yletope.yaml': rules() + intake });
    expect((await yletope('check', folder)).status).toBe(0);
    const survey = JSON.parse((await yletope('survey', folder, '--json', '-')).stdout) as {
      files: { path: string }[];
    };
    expect(survey.files.map(({ path }) => path)).toEqual(['high/b.ts']);
  });

  it('says the same of what did not change, from what it keeps in the data folder, and of what did what is new', async () => {
    const folder = temporaryFolder({ ...files, 'yletope.yaml': rules() });
    const data = temporaryFolder();
    const first = await runCommandLine(data, 'check', folder);
    expect(await runCommandLine(data, 'check', folder)).toEqual(first);
    expect(await runCommandLine(data, 'check', folder, '--anew')).toEqual(first);
    expect(readdirSync(data)).toEqual(['command-cache.db']);
    writeFileSync(join(folder, 'low', 'a.ts'), 'export const a = 1;\n');
    expect(await runCommandLine(data, 'check', folder)).toMatchObject({
      status: 0,
      stdout: '0 found, 0 accepted\n',
    });
  });

  it('surveys all the same where it can keep nothing, and says so', async () => {
    const folder = temporaryFolder({ ...files, 'yletope.yaml': rules() });
    const { status, stderr } = await runCommandLine(join(folder, 'yletope.yaml'), 'check', folder);
    expect(status).toBe(1);
    expect(stderr).toContain('Nothing could be cached');
  });
});
