import { describe, expect, it, vi } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { folderOrigin } from '../source/address.ts';
import { runJob } from '../work/runJob.ts';
import { openCodebase } from './codebases.ts';
import { openStore } from './database.ts';
import { createJob } from './jobs.ts';
import { packSurvey, unpackColumns } from './storedSurvey.ts';
import { bytesOfColumns, inSharedMemory, surveyOver } from './surveyColumns.ts';
import { createSurveyMemory } from './surveyMemory.ts';

const code = {
  'a.ts': "import { B } from './b';\nexport const a = () => new B().m();\n",
  'b.ts': 'export class B { m() {} }\n',
};

describe('columns in shared memory', () => {
  it('hold the same numbers, at whatever depth', () => {
    const value = {
      a: Int32Array.of(-1, 2),
      deep: { b: Uint16Array.of(65_535), text: 'as it is' },
      none: null,
    };
    const shared = inSharedMemory(value);
    expect(shared).toEqual(value);
    expect(shared.a.buffer).toBeInstanceOf(SharedArrayBuffer);
    expect(shared.deep.b.buffer).toBeInstanceOf(SharedArrayBuffer);
    expect(bytesOfColumns(shared)).toBe(10);
  });

  it('are not copied again when they lie there already', () => {
    const once = inSharedMemory({ a: Uint8Array.of(7) });
    expect(inSharedMemory(once).a).toBe(once.a);
  });

  it('serve a second survey over the same memory', async () => {
    const survey = await surveyText(code);
    const { elements: _, dependencies: __, figures: ___, ...rest } = survey;
    const columns = unpackColumns(packSurvey(survey).map(([part, data]) => ({ part, data })));
    const [one, other] = [surveyOver(columns, rest), surveyOver(columns, rest)];
    expect(one).toEqual(survey);
    expect(other.dependencies.from.buffer).toBe(one.dependencies.from.buffer);
    expect(other.elements.parent.buffer).toBe(one.elements.parent.buffer);
    expect(one.figures.cyclomatic.buffer).toBeInstanceOf(SharedArrayBuffer);
  });
});

describe('the memory of surveys', () => {
  it('reads a survey once, tells the others, and takes from them what they have read', async () => {
    const store = openStore(temporaryFolder());
    const { id } = openCodebase(store, folderOrigin(temporaryFolder(code)));
    const surveyId = (await runJob(store, createJob(store, id).id))!;

    const loaded = vi.fn();
    const first = createSurveyMemory(store, { columnsOf: () => undefined, loaded });
    const survey = first(surveyId);
    expect(first(surveyId)).toBe(survey);
    expect(loaded).toHaveBeenCalledTimes(1);

    const [[toldId, columns]] = loaded.mock.calls as [[number, ReturnType<typeof unpackColumns>]];
    expect(toldId).toBe(surveyId);
    const told = vi.fn();
    const second = createSurveyMemory(store, { columnsOf: () => columns, loaded: told });
    expect(second(surveyId).elements.key).toEqual(survey.elements.key);
    expect(second(surveyId).elements.kind.buffer).toBe(survey.elements.kind.buffer);
    expect(told).not.toHaveBeenCalled();
    store.close();
  });
});
