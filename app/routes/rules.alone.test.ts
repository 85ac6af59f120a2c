import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { ModulePlan } from '../../core/plan/modulePlan.ts';
import { noRules } from '../../server/intake/rules.ts';
import { saveRules } from '../../server/store/codebases.ts';
import { makePlan, modulePlans, removePlan } from '../../server/store/modulePlans.ts';
import { runtime } from '../../server/work/runtime.ts';
import { routeServer } from '../../tests/routeServer.ts';
import { loader as dossier } from './dossier.ts';
import { loader as source } from './source.tsx';
import { action as edit, loader as rules } from './rules.tsx';
import { loader as rulesFile } from './rulesFile.ts';

/** The route of rules, as the server calls it, on a small codebase in a database of its own. */
const server = routeServer({
  'desk/a.ts':
    "import { b } from '../tolls/b';\nimport { c } from '../kernel/c';\nexport const a = () => b() + c();\n",
  'tolls/b.ts': "import { c } from '../kernel/c';\nexport const b = () => c();\n",
  'kernel/c.ts': "import { d } from '../desk/d';\nexport const c = () => d();\n",
  'desk/d.ts': 'export const d = () => 1;\n',
});
const { asked, sent } = server;
const page = (search = '') => rules(asked(search));
const revision = async (): Promise<string> => String((await page()).book.revision);
const make = async (form: Record<string, string>): Promise<unknown> =>
  edit(sent({ revision: await revision(), ...form }));
const change = (made: object): Promise<unknown> =>
  make({ make: 'edit', what: 'changed', edit: JSON.stringify(made) });
const fileText = async (): Promise<string> => (await rulesFile(asked(''))).text();

describe('rules', () => {
  it('are none at first, and an order is proposed with little that breaks it', async () => {
    expect(await page()).toMatchObject({ rules: [], order: null, own: null, breaks: [] });
    expect(await make({ make: 'propose', by: 'folders' })).toEqual({ revision: 1 });
    const { order, rules: said } = await page();
    expect(order!.groups.map(({ id, rank }) => [id, rank])).toEqual([
      ['desk', 0],
      ['tolls', 1],
      ['kernel', 2],
    ]);
    expect(said).toMatchObject([{ name: 'layers of folders', references: 2, accepted: 0 }]);
  });

  it('are followed to the files and lines of what breaks them, as many as there are', async () => {
    const id = 'layers of folders|kernel|desk';
    const { breaks } = await page(new URLSearchParams({ pair: id }).toString());
    expect(breaks).toMatchObject([
      {
        id,
        references: 2,
        count: 1,
        pairs: [
          {
            from: 'kernel/c.ts',
            to: 'desk/d.ts',
            isUse: true,
            words: '',
            kinds: [
              ['call', 1],
              ['import', 1],
            ],
            lines: [1, 2],
            accepted: null,
          },
        ],
      },
    ]);
  });

  it('are told in the dossier and beside the lines of what breaks them', async () => {
    const of = async (focus: string) => {
      const told = await dossier(asked(new URLSearchParams({ focus }).toString()));
      return 'answer' in told ? told.answer.breaks : told;
    };
    expect(await of('kernel/c.ts')).toEqual([{ rule: 'layers of folders', uses: 2, usedBy: 0 }]);
    expect(await of('desk')).toEqual([{ rule: 'layers of folders', uses: 0, usedBy: 2 }]);
    expect(await of('tolls/b.ts')).toEqual([]);
    const {
      sources: [shown],
    } = await source(asked('file=kernel/c.ts'));
    expect(shown.breaks).toEqual([
      { line: 1, says: ['layers of folders: kernel/c.ts uses desk/d.ts (import)'] },
      { line: 2, says: ['layers of folders: kernel/c.ts uses desk/d.ts (call)'] },
    ]);
  });

  it('tell the cheapest repair, show what it would come to, and change nothing until it is made', async () => {
    const before = await page();
    expect(before.order!.repairs[0]).toEqual({
      path: 'desk/d.ts',
      from: 'desk',
      to: 'kernel',
      clears: 2,
      brings: 0,
    });
    const trial = await page(new URLSearchParams({ try: 'layers of folders|kernel|desk/d.ts' }).toString());
    expect([trial.rules[0].references, trial.trial]).toEqual([
      0,
      { rule: 'layers of folders', group: 'kernel', path: 'desk/d.ts' },
    ]);
    expect((await page()).rules[0].references).toBe(2);
  });

  it('accept a break with its reason, which can be taken back and done again', async () => {
    const exception = {
      rule: 'layers of folders',
      from: 'kernel/c.ts',
      to: 'desk/d.ts',
      reason: 'Old.',
      by: 'A',
      most: 2,
    };
    await change({ do: 'accept', exception });
    const { rules: said, exceptions, book } = await page();
    expect(said[0]).toMatchObject({ references: 0, accepted: 2 });
    expect(exceptions).toMatchObject([{ state: 'holds', accepted: 2, reason: 'Old.', by: 'A' }]);
    expect(book.undo).toBe('changed');
    await make({ make: 'undo' });
    expect((await page()).exceptions).toEqual([]);
    await make({ make: 'redo' });
    writeFileSync(
      join(server.folder(), 'kernel/c.ts'),
      "import { d } from '../desk/d';\nexport const c = () => d() + d();\n",
    );
    await server.surveyAgain();
    expect((await page()).exceptions).toMatchObject([{ state: 'exceeded' }]);
    writeFileSync(join(server.folder(), 'kernel/c.ts'), 'export const c = () => 1;\n');
    await server.surveyAgain();
    expect((await page()).exceptions).toMatchObject([{ state: 'unneeded', accepted: 0 }]);
  });

  it('of another hand are not written over, and what cannot be read is refused with its line', async () => {
    const late = {
      make: 'edit',
      what: 'x',
      revision: '1',
      edit: JSON.stringify({ do: 'text', text: 'yletope: 1\n' }),
    };
    expect(await edit(sent(late))).toEqual({
      problem: expect.stringContaining('changed in another window') as string,
    });
    expect(await change({ do: 'text', text: 'yletope: 1\nrules: 3\n' })).toEqual({
      problem: expect.stringContaining('line 2, column 8') as string,
    });
    expect(await make({ make: 'edit', what: 'x', edit: '{' })).toEqual({
      problem: 'That was not understood.',
    });
    expect(await make({ make: 'takeOver' })).toEqual({
      problem: expect.stringContaining('no yletope.yaml') as string,
    });
  });

  it('that the codebase brings are shown with what they would hide, and taken over when told, intake as well', async () => {
    const own =
      "# Theirs.\nyletope: 1\nrules:\n  - { name: low, from: tolls/**, mayNotUse: kernel/** }\nexceptions:\n  - { from: '**', reason: All of it. }\nintake:\n  choices: [{ glob: desk/**, take: leaveOut }]\n";
    writeFileSync(join(server.folder(), 'yletope.yaml'), own);
    const { own: shown } = await page();
    expect(shown).toEqual({
      problem: null,
      rules: 1,
      hides: 2,
      differs: ['low', 'layers of folders', 'exceptions'],
      intake: 1,
    });
    await make({ make: 'takeOver' });
    const after = await page();
    expect([after.own, after.rules.map(({ name }) => name)]).toEqual([null, ['low']]);
    // What is decided of intake is what it says: it is written as it came.
    expect(await fileText()).toBe(own);
    await server.surveyAgain();
    expect((await page()).rules).toMatchObject([{ references: 0, accepted: 2 }]);
    writeFileSync(join(server.folder(), 'yletope.yaml'), 'yletope: 1\nrules: [');
    expect((await page()).own).toMatchObject({
      problem: expect.stringContaining('line 2') as string,
      hides: 0,
    });
    rmSync(join(server.folder(), 'yletope.yaml'));
  });

  it('hold a plan of modules that is written into them, and become one where they are taken over', async () => {
    const { store } = runtime();
    const plan: ModulePlan = {
      modules: ['Desk', 'Tolls', 'Ground'].map((name) => ({
        ...{ id: name.toLowerCase(), name, purpose: '', parent: null },
      })),
      placings: [
        { target: 'desk/**', module: 'desk', isSettled: true },
        { target: 'kernel/**', module: 'ground', isSettled: true },
        { target: 'tolls/**', module: 'tolls', isSettled: true },
      ],
    };
    await change({ do: 'text', text: 'yletope: 1\nintake: {}\n' });
    saveRules(store, 1, noRules);
    await server.surveyAgain();
    const { id } = makePlan(store, 1, 'Mine', plan);
    expect((await page()).plan).toEqual({ modules: null, atHand: { id, name: 'Mine' }, elsewhere: 0 });
    await make({ make: 'propose', by: 'plan' });
    const { order, plan: beside } = await page();
    expect(order!.groups.map((group) => `${group.id} ${group.files}`).sort()).toEqual([
      'Desk 2',
      'Ground 1',
      'Tolls 1',
    ]);
    expect(beside).toMatchObject({ modules: 3, elsewhere: 0 });
    const moved = { ...plan, placings: plan.placings.slice(1) };
    const other = makePlan(store, 1, 'Other', moved);
    expect((await page(`plan=${other.id}`)).plan).toMatchObject({ atHand: { name: 'Other' }, elsewhere: 2 });
    expect(await make({ make: 'writePlan', plan: '99' })).toEqual({ problem: expect.any(String) as string });
    await make({ make: 'writePlan', plan: String(other.id) });
    expect((await page(`plan=${other.id}`)).plan.elsewhere).toBe(0);
    expect((await page()).order!.groups.find((group) => group.id === 'Desk')!.files).toBe(0);
    for (const each of modulePlans(store, 1)) removePlan(store, 1, each.id);
    writeFileSync(join(server.folder(), 'yletope.yaml'), await fileText());
    await make({ make: 'takeOver' });
    expect(modulePlans(store, 1).map(({ name }) => name)).toEqual(['yletope.yaml']);
  });
});
