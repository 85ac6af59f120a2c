import fc from 'fast-check';
import { describe, expect, it, onTestFinished } from 'vitest';
import { declarationForms, FRONT_END_VERSION } from '../../core/facts/fileFacts.ts';
import { surveyText } from '../../tests/surveyText.ts';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { folderOrigin } from '../source/address.ts';
import { runJob } from '../work/runJob.ts';
import { openCodebase } from './codebases.ts';
import { openStore, type Store } from './database.ts';
import { narrowed, packStrings, unpackStrings } from './columns.ts';
import { createJob } from './jobs.ts';
import { pinSurvey, surveyShown } from './surveys.ts';
import {
  packPart,
  packSurvey,
  unpackColumns,
  unpackPart,
  unpackRest,
  type StoredRow,
} from './storedSurvey.ts';
import { surveyOver } from './surveyColumns.ts';

const code = {
  'a.ts': "import { B } from './b';\nexport const a = () => new B().m();\n",
  'b.ts': 'export class B { m() {} }\n',
};

const unpackSurvey = (parts: readonly StoredRow[]) => surveyOver(unpackColumns(parts), unpackRest(parts));

/** A survey's parts as rows, with some of them changed. */
async function storedParts(change: Record<string, (value: never) => unknown> = {}) {
  return packSurvey(await surveyText(code)).map(([part, bytes]) => ({
    part,
    data: part in change ? packPart(change[part](unpackPart<never>(bytes))) : bytes,
  }));
}

describe('a stored survey', () => {
  it('comes back as it was', async () => {
    const survey = await surveyText(code);
    expect(unpackSurvey(await storedParts())).toEqual(survey);
  });

  it('comes back whole when its parts are laid over many rows', async () => {
    const survey = await surveyText(code);
    const rows = packSurvey(survey, 100).map(([part, data]) => ({ part, data }));
    expect(rows.length).toBeGreaterThan(20);
    expect(unpackSurvey([...rows].reverse())).toEqual(survey);
  });

  it('keeps strings of any characters, and numbers of any size', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ unit: 'binary', maxLength: 12 })), (strings) => {
        expect(unpackStrings(packStrings(strings))).toEqual(strings);
      }),
    );
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -5, max: 2 ** 31 - 1 })), (numbers) => {
        expect(Array.from(narrowed(Int32Array.from(numbers)))).toEqual(numbers);
      }),
    );
    expect(narrowed(Int32Array.from([0, 255]))).toBeInstanceOf(Uint8Array);
    expect(narrowed(Int32Array.from([0, 256]))).toBeInstanceOf(Uint16Array);
  });

  it('of a version that wrote its keys one by one is read too', async () => {
    const survey = await surveyText(code);
    const parts = await storedParts({ elements: () => survey.elements });
    expect(unpackSurvey(parts).elements.key).toEqual(survey.elements.key);
  });

  it('of a version that called parse errors otherwise is read too', async () => {
    const survey = await surveyText({ ...code, 'src/half.ts': 'class {{{\n' });
    const rows = packSurvey(survey).map(([part, bytes]) => ({
      part,
      data:
        part === 'files'
          ? packPart(
              unpackPart<typeof survey.files>(bytes).map(({ parseErrors, ...record }) => ({
                ...record,
                damage: parseErrors,
              })),
            )
          : bytes,
    }));
    expect(survey.files.some(({ parseErrors }) => parseErrors.length > 0)).toBe(true);
    expect(unpackSurvey(rows).files).toEqual(survey.files);
  });

  it('of a version that numbered kinds otherwise is renumbered by their names', async () => {
    const survey = await surveyText(code);
    const swap = (column: Uint8Array): Uint8Array =>
      column.map((kind) => (kind === 5 ? 6 : kind === 6 ? 5 : kind));
    const parts = await storedParts({
      dependencies: (table: { kind: Uint8Array }) => ({ ...table, kind: swap(table.kind) }),
      names: (names: { dependencyKinds: string[] }) => {
        const kinds = [...names.dependencyKinds];
        [kinds[5], kinds[6]] = [kinds[6], kinds[5]];
        return { ...names, dependencyKinds: kinds };
      },
    });
    // What has no form keeps the number that says so, however forms are numbered.
    const withForms = await storedParts({
      names: (names: { declarationForms: string[] }) => ({
        ...names,
        declarationForms: [...names.declarationForms.slice(1), names.declarationForms[0]],
      }),
      elements: (table: { form: Uint8Array }) => ({
        ...table,
        form: table.form.map((form) =>
          form === 255 ? 255 : (form + declarationForms.length - 1) % declarationForms.length,
        ),
      }),
    });
    expect(unpackSurvey(withForms).elements.form).toEqual(survey.elements.form);
    expect(unpackSurvey(parts).dependencies.kind).toEqual(survey.dependencies.kind);
  });

  it('of a version that recorded less has what is missing empty', async () => {
    const parts = (
      await storedParts({
        dependencies: ({ column: _, ...table }: { column: unknown }) => table,
        elements: ({ docStart: _, docEnd: __, ...table }: { docStart: unknown; docEnd: unknown }) => table,
        figures: ({ nested: _, ...figures }: { nested: unknown }) => figures,
      })
    ).filter(({ part }) => part !== 'names' && part !== 'buildModules' && part !== 'overloads');
    const survey = unpackSurvey(parts);
    expect(survey.buildModules).toEqual([]);
    expect(survey.overloads).toEqual([]);
    expect(survey.figures.nested).toEqual(new Int32Array(survey.elements.count));
    expect(survey.elements.docStart.length).toBe(survey.elements.count);
    expect(survey.dependencies.column.length).toBe(survey.dependencies.line.length);
  });

  it('of a version that knew what this one does not is said to need another survey', async () => {
    const unknown = await storedParts({
      names: (names: { dependencyKinds: string[] }) => ({
        ...names,
        dependencyKinds: names.dependencyKinds.map((kind) => (kind === 'call' ? 'teleport' : kind)),
      }),
    });
    expect(() => unpackSurvey(unknown)).toThrow('survey again');
    expect(() => unpackSurvey([])).toThrow('survey again');
  });
});

describe('what is kept', () => {
  function freshStore(): Store {
    const store = openStore(temporaryFolder());
    onTestFinished(() => void store.close());
    return store;
  }
  const survey = (store: Store, id: number): Promise<number | null> => runJob(store, createJob(store, id).id);

  it('of a codebase are its newest surveys', async () => {
    const store = freshStore();
    const { id } = openCodebase(store, folderOrigin(temporaryFolder(code)));
    const made: (number | null)[] = [];
    for (let i = 0; i < 7; i++) made.push(await survey(store, id));
    expect(store.prepare('SELECT id FROM survey ORDER BY id').pluck().all()).toEqual(made.slice(-5));
  });

  it('of a codebase is also what a copied link names, for as long as it is there', async () => {
    const store = freshStore();
    const { id } = openCodebase(store, folderOrigin(temporaryFolder(code)));
    const first = (await survey(store, id))!;
    pinSurvey(store, id, first);
    for (let i = 0; i < 6; i++) await survey(store, id);
    expect(surveyShown(store, id, first)!.id).toBe(first);
    expect(() => surveyShown(store, id, first + 1)).toThrow('newer surveys replaced it');
    expect(() => pinSurvey(store, id, first + 1)).toThrow('no longer exists');
    expect(surveyShown(store, id, null)!.id).toBe(first + 6);
  });

  it('are the facts and texts of files that some survey has, and of earlier front ends none', async () => {
    const store = freshStore();
    // Facts that are in memory are not written again: these texts are no other test's.
    const own = { 'd.ts': 'export const d = 4;\n', 'e.ts': 'export const e = 5;\n' };
    const first = openCodebase(store, folderOrigin(temporaryFolder(own)));
    await survey(store, first.id);
    const facts = (): number => store.prepare('SELECT count(*) FROM fact').pluck().get() as number;
    expect(facts()).toBe(2);
    store.exec("INSERT INTO fact VALUES ('gone', 0, 'x', x'00')");
    store.exec("INSERT INTO kept_text VALUES ('gone', x'00')");
    store.prepare('DELETE FROM codebase WHERE id = ?').run(first.id);
    const second = openCodebase(store, folderOrigin(temporaryFolder({ 'c.ts': 'export const c = 1;\n' })));
    await survey(store, second.id);
    expect(facts()).toBe(1);
    expect(store.prepare('SELECT count(*) FROM kept_text').pluck().get()).toBe(1);
  });

  it('are the facts that a survey which was broken off goes on with', async () => {
    const store = freshStore();
    const broken = openCodebase(store, folderOrigin(temporaryFolder(code)));
    const stopped = new AbortController();
    stopped.abort();
    await runJob(store, createJob(store, broken.id).id, stopped.signal);
    store.prepare("INSERT INTO fact VALUES ('half', ?, 'x', x'00')").run(FRONT_END_VERSION);
    const other = openCodebase(store, folderOrigin(temporaryFolder({ 'c.ts': 'export const c = 1;\n' })));
    await survey(store, other.id);
    expect(store.prepare("SELECT count(*) FROM fact WHERE hash = 'half'").pluck().get()).toBe(1);
    await survey(store, broken.id);
    expect(store.prepare("SELECT count(*) FROM fact WHERE hash = 'half'").pluck().get()).toBe(0);
  });
});
