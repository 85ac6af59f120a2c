import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { installationRoot } from '../../server/installation.ts';
import { describeDependencies, factsOfText, factsOfTexts, fileTree } from '../../tests/surveyText.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import { languageNamed } from '../languages/registry.ts';
import { interfaceOf } from './interfaceOf.ts';
import { link, type Linking } from './link.ts';
import { unchangedFiles } from './unchanged.ts';

/** All texts of the demo, by path. */
function demoTexts(): Record<string, string> {
  const root = join(installationRoot, 'demo', 'hollowmere');
  const paths = readdirSync(root, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name).slice(root.length + 1));
  return Object.fromEntries(paths.map((path) => [path, readFileSync(join(root, path), 'utf8')]));
}

const comments: Record<string, string> = { python: '# surveyed\n' };

/** The same file with a line more at its beginning, so that nothing in it stands where it stood. */
async function shifted(file: FactsOfFile, text: string): Promise<FactsOfFile> {
  const head = comments[file.language] ?? '/* surveyed */\n';
  const isFirst = /^(#!|<\?|"""|'''|import type|from __future__)/.test(text);
  return { ...file, facts: await factsOfText(file.path, isFirst ? text : head + text) };
}

describe('linking again', () => {
  it('gives what linking anew gives, whichever file of the demo was changed', async () => {
    const texts = demoTexts();
    const tree = fileTree(texts);
    const files = await factsOfTexts(texts);
    const { linking } = link(files, tree, { languageNamed });
    let taken = 0;
    // One in four, for each is linked twice.
    const some = [...files.entries()].filter(([index]) => index % 4 === 0);
    for (const [index, file] of some) {
      const changed = [...files];
      changed[index] = await shifted(file, texts[file.path]);
      const again = link(changed, tree, { languageNamed, before: linking });
      expect(again.linked, file.path).toEqual(link(changed, tree, { languageNamed }).linked);
      taken += unchangedFiles(linking, changed, again.linking) === null ? 0 : 1;
    }
    expect(some.length).toBeGreaterThan(30);
    // Only where macros make other facts of the text, or a comment was the file's own, is everything linked anew.
    expect(taken).toBeGreaterThan(0.9 * some.length);
  });

  const texts = {
    'gate.ts': 'class Weir {}\nexport class Gate {\n  open(by: string): number { return 1; }\n}\n',
    'lock.ts':
      "import { Gate } from './gate';\nexport function lock(gate: Gate) { return gate.open('me'); }\n",
    'use.ts': "import { lock } from './lock';\nimport { Gate } from './gate';\nlock(new Gate());\n",
  };
  type Texts = Record<string, string>;

  /** What linking takes from before when some texts are others: null for nothing, or the files. */
  async function takenOver(before: Texts, after: Texts, treeAfter = after): Promise<string[] | null> {
    const files = await factsOfTexts(before);
    const byText = new Map(files.map((file) => [`${file.path} ${before[file.path]}`, file]));
    const { linking } = link(files, fileTree(before), { languageNamed });
    // What was not changed has the very facts that it had, as facts kept in memory do.
    const changed = (await factsOfTexts(after)).map(
      (file) => byText.get(`${file.path} ${after[file.path]}`) ?? file,
    );
    const again = link(changed, fileTree(treeAfter), { languageNamed, before: linking });
    expect(again.linked).toEqual(link(changed, fileTree(treeAfter), { languageNamed }).linked);
    const unchanged = unchangedFiles(linking, changed, again.linking);
    return unchanged && changed.filter((_, file) => unchanged[file] === 1).map(({ path }) => path);
  }

  it('goes through the files alone whose text is another, when others see the same of them', async () => {
    const body = {
      ...texts,
      'gate.ts': texts['gate.ts'].replace('return 1', 'const a = by.length; return 1'),
    };
    expect(await takenOver(texts, body)).toEqual(['lock.ts', 'use.ts']);
    const nothing = await takenOver(texts, { ...texts });
    expect(nothing).toEqual(['gate.ts', 'lock.ts', 'use.ts']);
  });

  const others: Record<string, Texts> = {
    'a routine has another name': { 'gate.ts': texts['gate.ts'].replace('open(', 'shut(') },
    'a routine gives something else': { 'gate.ts': texts['gate.ts'].replace(': number', ': Gate') },
    'a type has another parent': {
      'gate.ts': texts['gate.ts'].replace('class Gate', 'class Gate extends Weir'),
    },
    'a member is hidden': { 'gate.ts': texts['gate.ts'].replace('open(', 'private open(') },
    'something more is declared': { 'lock.ts': `${texts['lock.ts']}export const width = 3;\n` },
    'something is exported no more': { 'lock.ts': texts['lock.ts'].replace('export ', '') },
    'something else is imported': { 'use.ts': texts['use.ts'].replace('./lock', './gate') },
    'a file is new': { 'weir.ts': 'export const weir = 1;\n' },
    'a file does not parse': { 'gate.ts': `${texts['gate.ts']}}}\n` },
  };
  it.each(Object.keys(others))('is done anew when %s', async (what) => {
    expect(await takenOver(texts, { ...texts, ...others[what] })).toBeNull();
  });

  it('is done anew when project files say something else, or a file is gone', async () => {
    const manifest = { ...texts, 'package.json': '{"name": "lock"}' };
    expect(await takenOver(texts, texts, manifest)).toBeNull();
    const { 'use.ts': _, ...fewer } = texts;
    expect(await takenOver(texts, fewer)).toBeNull();
  });

  it('is done anew when an import leads elsewhere, though it reads as before', async () => {
    const twins = {
      'north/gate.ts': 'export const gate = 1;\n',
      'south/gate.ts': 'export const gate = 1;\n',
      'use.ts': "import { gate } from 'gate';\nconsole.log(gate);\n",
    };
    const files = await factsOfTexts(twins);
    const treeFrom = (sourceRoot: string) => fileTree(twins, {}, { sourceRoots: [sourceRoot] });
    const { linking } = link(files, treeFrom('north'), { languageNamed });
    const again = link(files, treeFrom('south'), { languageNamed, before: linking });
    expect(unchangedFiles(linking, files, again.linking)).toBeNull();
    expect(describeDependencies(again.linked)).toContain('import use.ts → south/gate.ts exact @1');
  });

  it('is done anew for a file of another order or sort', async () => {
    const files = await factsOfTexts(texts);
    const { linking } = link(files, fileTree(texts), { languageNamed });
    const settings: Linking = linking;
    const asTest = files.map((file, index) => ({ ...file, isTest: index === 0 }));
    expect(unchangedFiles(linking, asTest, settings)).toBeNull();
    const asOther = files.map((file) => ({ ...file, language: 'javascript' }));
    expect(unchangedFiles(linking, asOther, settings)).toBeNull();
    expect(unchangedFiles(linking, [...files].reverse(), settings)).toBeNull();
  });
});

describe('the interface of a file', () => {
  const of = async (path: string, text: string): Promise<string> =>
    interfaceOf(await factsOfText(path, text));

  it('says nothing of where things stand, of bodies and of comments', async () => {
    const plain = 'public class Lock { private int depth; int fill(int by) { return depth + by; } }';
    const other = `/** A lock. */\n\npublic class Lock {\n private int depth;\n int fill(int by) { log(); return by; }\n}`;
    expect(await of('Lock.java', other)).toBe(await of('Lock.java', plain));
  });

  it('spells names out, for their numbers are the file’s own affair', async () => {
    const one = 'int a(struct x *p) { return 0; }\n';
    const two = 'int b(struct x *p) { return 0; }\n';
    expect(await of('a.c', one)).not.toBe(await of('a.c', two));
    const used = await of('a.py', 'def f():\n    return g()\n');
    expect(used).not.toBe(await of('a.py', 'def f():\n    return h()\n'));
  });

  it('is found for lists of any length', async () => {
    const many = Array.from({ length: 4_000 }, (_, i) => `T${i} p${i}`).join(', ');
    expect(await of('Long.java', `class Long { void fill(${many}) {} }`)).toContain('T3999');
  });
});
