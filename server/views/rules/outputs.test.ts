import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { Ajv } from 'ajv';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import { parse } from 'yaml';
import { broken, exception, judge } from '../../../tests/judgedCode.ts';
import { installationRoot } from '../../installation.ts';
import type { Violation } from '../../../core/judge/violation.ts';
import { baselineOf, goneSince, newSince, readBaseline, renamedSince, withNewNames } from './baseline.ts';
import { junitOf } from './junit.ts';
import { mergeSummary } from './mergeSummary.ts';
import { readRules, rulesSchemaText } from './readRules.ts';
import { coveringNewNames } from './ruleWords.ts';
import { sarifOf } from './sarif.ts';

const require = createRequire(import.meta.url);

const quiet = { accepted: [], idle: [], empty: [], unmatched: [], unneeded: [], expired: [], exceeded: [] };

describe('what was found, for others to read', () => {
  const hostile = broken('a`x|<b>.ts', 'b.ts', 3);
  const judgement = {
    violations: [hostile, { ...broken('c.ts', '', 1, 's'), kind: 'cycle', detail: 'c.ts, d.ts' }],
    accepted: [],
    idle: [],
    empty: [],
    unmatched: [{ rule: 'r', pattern: 'A/**', otherCase: 'a/x.ts' }],
    unneeded: [exception({ reason: 'x' })],
    expired: [],
    exceeded: [],
  };
  const { rules } = readRules({
    name: 'r',
    text: '{ yletope: 1, rules: [{ name: r, reason: Low & <b>., from: a, mayNotUse: b }, { name: s, cycles: files }, { name: t, cycles: types }] }',
  });

  it('is JUnit XML with a case for each rule, and a failure for each break', () => {
    const text = junitOf(judgement, rules);
    expect(XMLValidator.validate(text)).toBe(true);
    interface Case {
      '@_name': string;
      failure?: { '@_message': string; '#text': string } | { '@_message': string }[];
    }
    const { testsuites } = new XMLParser({ ignoreAttributes: false }).parse(text) as {
      testsuites: { testsuite: { '@_tests': string; '@_failures': string; testcase: Case[] } };
    };
    const { testcase, ...suite } = testsuites.testsuite;
    expect([suite['@_tests'], suite['@_failures']]).toEqual(['3', '2']);
    expect(testcase.map((each) => [each['@_name'], each.failure === undefined])).toEqual([
      ['r', false],
      ['s', false],
      ['t', true],
    ]);
    expect(testcase[0].failure).toMatchObject({
      '@_message': 'r: a`x|<b>.ts uses b.ts (call, 3 times)',
      '#text': 'a`x|<b>.ts:1\nLow & <b>.',
    });
  });

  it('is Markdown that names can do nothing to, with all of many behind a fold', () => {
    const text = mergeSummary(judgement, rules, { since: 'main', known: 4 });
    expect(text.split('\n')).toEqual([
      '**Yletope: 2 new since main.** 4 known before.',
      '',
      '| rule | violations | reason |',
      '| --- | ---: | --- |',
      '| r | 1 | Low &amp; &lt;b>. |',
      '| s | 1 |  |',
      '',
      '- r: `` a`x|<b>.ts:1 `` uses `b.ts` (call, 3 times)',
      '- s: `c.ts:1` in a cycle with each other: c.ts, d.ts',
      '',
      'The rules themselves:',
      '',
      '- the exception of \\*\\* to \\*\\* is needed by nothing any more',
      '- A/\\*\\* of “r” matches nothing; a/x.ts is written otherwise',
      '',
    ]);
    const many = {
      ...judgement,
      violations: Array.from({ length: 25 }, (_, i) => broken(`${i}.ts`, 'b.ts')),
    };
    const long = mergeSummary(many, rules, { since: null, known: 0 });
    expect(long).toContain('**Yletope: 25 found.**');
    expect(long).toContain('<details><summary>5 more</summary>');
    expect(long.match(/^- r:/gm)).toHaveLength(25);
    const none = { ...judgement, violations: [], unneeded: [], unmatched: [] };
    expect(mergeSummary(none, rules, { since: null, known: 0 })).toBe('**Yletope: nothing found.**\n');
  });
});

describe('a path in SARIF', () => {
  it.each([
    ['javascript:alert(1).ts', 'javascript%3Aalert(1).ts'],
    ['a/b#c?d.ts', 'a/b%23c%3Fd.ts'],
    ['//evil.example/x.ts', 'evil.example/x.ts'],
    ['100%.ts', '100%25.ts'],
  ])('%s is a relative reference: %s', (path, uri) => {
    const text = sarifOf({ ...quiet, violations: [broken(path, 'b.ts')] }, []);
    expect(text).toContain(`"uri": "${uri}"`);
  });
});

const hashes = (files: Record<string, string>): ReadonlyMap<string, string> => new Map(Object.entries(files));

describe('a baseline', () => {
  const none: ReadonlyMap<string, string> = new Map();
  const known = baselineOf(
    {
      violations: [
        broken('a.ts', 'b.ts', 2),
        broken('c.ts', 'd.ts'),
        { ...broken('e.ts', 'e.ts#long'), kind: 'measure', excess: 10 },
      ],
    },
    none,
  );

  it('knows breaks without their lines, and tells those that are more than they were', () => {
    const moved = { ...broken('a.ts', 'b.ts', 2), lines: [80, 90] };
    const same = { ...broken('e.ts', 'e.ts#long'), kind: 'measure', excess: 10 };
    expect(newSince([moved, broken('c.ts', 'd.ts'), same], known)).toEqual([]);
    expect(goneSince([moved, broken('c.ts', 'd.ts'), same], known)).toBe(0);
    const worse = [broken('a.ts', 'b.ts', 3), { ...same, excess: 10.5 }, broken('c.ts', 'z.ts')];
    expect(newSince(worse, known)).toEqual(worse);
    const better = [broken('a.ts', 'b.ts', 1), { ...same, excess: 9 }];
    expect([newSince(better, known), goneSince(better, known)]).toEqual([[], 3]);
  });

  it('knows a cycle by all of its members: one that grew is new, one that shrank or fell apart is not', () => {
    const cycle = (...members: string[]): Violation => ({
      ...{ ...broken(members[0], ''), kind: 'cycle', detail: members.join(', ') },
      members,
    });
    const before = baselineOf({ violations: [cycle('a', 'b', 'c', 'd'), cycle('x', 'y')] }, none);
    const isNew = (...cycles: Violation[]): string[] => newSince(cycles, before).map(({ detail }) => detail);
    expect(isNew(cycle('a', 'b', 'c', 'd'), cycle('x', 'y'))).toEqual([]);
    expect(isNew(cycle('a', 'b', 'c', 'd', 'e'))).toEqual(['a, b, c, d, e']);
    expect(isNew(cycle('a', 'b'), cycle('c', 'd'))).toEqual([]);
    expect(isNew(cycle('d', 'x'))).toEqual(['d, x']);
    expect(goneSince([cycle('a', 'b'), cycle('x', 'y', 'z')], before)).toBe(1);
  });

  it('follows a file that was renamed, where just one of its content is left', () => {
    const before = baselineOf(
      { violations: [broken('old.ts', 'b.ts'), broken('b.ts', 'gone.ts#f')] },
      hashes({ 'old.ts': '1', 'b.ts': '2', 'gone.ts': '3', 'other.ts': '4' }),
    );
    const now = hashes({ 'new.ts': '1', 'b.ts': '2', 'x.ts': '3', 'y.ts': '3' });
    const renamed = renamedSince(before, now, { isComplete: false });
    expect([...renamed]).toEqual([['old.ts', 'new.ts']]);
    const told = [broken('new.ts', 'b.ts'), broken('b.ts', 'x.ts#f')];
    expect(newSince(told, withNewNames(before, renamed))).toEqual([told[1]]);
    // What accepted it goes on for the new name.
    expect(coveringNewNames([exception({ from: 'old.ts', to: '**' })], renamed)).toMatchObject([
      { from: 'new.ts' },
    ]);
  });

  it('follows a file that was moved and edited, where all files of then are known and one bears its name', () => {
    const then = hashes({
      'a/lock.ts': '1',
      'a/gate.ts': '2',
      'b/key.ts': '3',
      'c/key.ts': '4',
      'd.ts': '5',
    });
    const now = hashes({ 'x/lock.ts': '9', 'a/gate.ts': '8', 'x/key.ts': '7', 'e.ts': '6' });
    const files = { files: [...then] };
    expect([...renamedSince(files, now, { isComplete: true })]).toEqual([['a/lock.ts', 'x/lock.ts']]);
    expect([...renamedSince(files, now, { isComplete: false })]).toEqual([]);
  });

  it('is read as it was written, and refused when it is of other code, or none', () => {
    const file = { name: 'base.json', text: JSON.stringify(known) };
    expect(readBaseline(file, (path) => path === 'c.ts')).toEqual(known);
    expect(() => readBaseline(file, () => false)).toThrow('baseline of other code');
    expect(() => readBaseline({ name: 'base.json', text: '{"found": 3}' }, () => true)).toThrow(
      'base.json is no baseline',
    );
    const empty = { name: 'b', text: JSON.stringify(baselineOf({ violations: [] }, none)) };
    expect(readBaseline(empty, () => false).found).toEqual([]);
  });
});

describe('the published schema', () => {
  const published = JSON.parse(
    readFileSync(join(installationRoot, 'docs', 'yletope.schema.json'), 'utf8'),
  ) as object;
  const isValid = new Ajv2020({ strict: false }).compile(published);

  it('is that of the program', () => {
    expect(`${JSON.stringify(published, null, 2)}\n`).toBe(rulesSchemaText());
  });

  it.each([['yletope.yaml'], ['demo/hollowmere/yletope.yaml']])('has room for %s', (file) => {
    const said: unknown = parse(readFileSync(join(installationRoot, file), 'utf8'));
    expect(isValid(said), JSON.stringify(isValid.errors)).toBe(true);
  });

  it('and refuses what is refused here', () => {
    expect(isValid({ yletope: 2 })).toBe(false);
    expect(isValid({ yletope: 1, rules: [{ name: 'r', order: ['a'], seas: 'next' }] })).toBe(false);
    expect(isValid({ yletope: 1, rules: [{ name: 'r' }] })).toBe(false);
    expect(isValid({ yletope: 1, exceptions: [{ from: 'a' }] })).toBe(false);
  });
});

describe('SARIF', () => {
  it('is accepted by its published schema', async () => {
    const said =
      '{ yletope: 1, rules: [{ name: pure, from: a/**, mayNotUse: b/** }, { name: rings, cycles: files }], exceptions: [{ from: a/y.ts, reason: Old. }] }';
    const judgement = await judge(said, ['a/x > b/y', 'b/y > a/x', 'a/y > b/y']);
    const { rules } = readRules({ name: 'r', text: said });
    const schema = require
      .resolve('@microsoft/jest-sarif')
      .replace(/index\.js$/, 'schemas/sarif-2.1.0-rtm.5.json');
    // It is written for an older draft, of which it uses nothing that has another meaning now.
    const {
      $schema: _,
      id: __,
      ...published
    } = JSON.parse(readFileSync(schema, 'utf8')) as Record<string, unknown>;
    const isSarif = new Ajv({ strict: false, validateFormats: false, unicodeRegExp: false }).compile(
      published,
    );
    expect(isSarif(JSON.parse(sarifOf(judgement, rules))), JSON.stringify(isSarif.errors)).toBe(true);
    expect(isSarif({ version: '2.1.0', runs: [{}] })).toBe(false);
  });

  it('has a result for each break, with its places, and what was accepted as suppressed', async () => {
    const said =
      '{ yletope: 1, rules: [{ name: pure, reason: Low., from: a/**, mayNotUse: b/** }], exceptions: [{ from: a/y.ts, reason: Old. }] }';
    const judgement = await judge(said, ['a/x > b/y', 'a/y > b/y']);
    const { rules } = readRules({ name: 'r', text: said });
    const { version, runs } = JSON.parse(sarifOf(judgement, rules)) as {
      version: string;
      runs: {
        tool: { driver: { rules: { id: string }[] } };
        results: {
          ruleId: string;
          ruleIndex: number;
          locations: {
            physicalLocation: { artifactLocation: { uri: string }; region: { startLine: number } };
          }[];
          suppressions?: { justification: string }[];
        }[];
      }[];
    };
    expect(version).toBe('2.1.0');
    const [{ tool, results }] = runs;
    expect(tool.driver.rules.map(({ id }) => id)).toEqual(['pure']);
    expect(
      results.map(({ ruleIndex, suppressions }) => [ruleIndex, suppressions?.[0].justification]),
    ).toEqual([
      [0, undefined],
      [0, undefined],
      [0, 'Old.'],
      [0, 'Old.'],
    ]);
    const [{ physicalLocation }] = results[0].locations;
    expect([physicalLocation.artifactLocation.uri, physicalLocation.region.startLine]).toEqual(['a/x.ts', 2]);
  });
});
