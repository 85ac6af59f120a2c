import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { installationRoot } from '../server/installation.ts';
import { temporaryFolder } from '../tests/temporaryFolder.ts';

function yletope(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [join(installationRoot, 'cli', 'bin.mjs'), ...args],
    {
      encoding: 'utf8',
      maxBuffer: 64 * 1024 * 1024,
    },
  );
  return { status, stdout, stderr };
}

const demo = join(installationRoot, 'demo', 'hollowmere');

describe('yletope survey', () => {
  it('writes the exchange format, as its schema has it', () => {
    const file = join(temporaryFolder(), 'demo.json');
    expect(yletope('survey', demo, '--json', file)).toMatchObject({ status: 0, stdout: '' });
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

  it('says the same of the same code twice, apart from the time', () => {
    const timeless = (text: string): string => text.replace(/"surveyedAt":"[^"]+"/, '');
    const [first, second] = [yletope('survey', demo, '--json', '-'), yletope('survey', demo, '--json', '-')];
    expect(first.stdout.length).toBeGreaterThan(100_000);
    expect(timeless(first.stdout)).toBe(timeless(second.stdout));
  });

  it('sorts its arrays by key', () => {
    const { elements, files, dependencies } = JSON.parse(yletope('survey', demo, '--json', '-').stdout) as {
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
    [['survey', join(demo, 'package.json'), '--json', '-'], 'package.json is no archive that Yletope opens'],
    [['survey', demo], "required option '--json <FILE>' not specified"],
    [['survey', demo, '--json', '/no/such/place/out.json'], 'no such file or directory'],
    [['measure'], "unknown command 'measure'"],
  ])('%j is bad usage or input: exit code 2 and one line', (args, message) => {
    const { status, stdout, stderr } = yletope(...args);
    expect(status).toBe(2);
    expect(stdout).toBe('');
    expect(stderr).toContain(message);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });
});
