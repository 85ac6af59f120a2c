import { describe, expect, it } from 'vitest';
import type { EntryPoint } from '../contracts/language.ts';
import { surveyText } from '../../tests/surveyText.ts';
import { unreachedCode } from './unreached.ts';

const at = (path: string, role: EntryPoint['role'] = 'program'): EntryPoint => ({ path, role, name: path });

async function unused(
  files: Record<string, string>,
  entries: readonly EntryPoint[],
  isEntry: (path: string) => boolean = () => false,
): Promise<string[]> {
  const survey = await surveyText(files);
  const isTest = new Uint8Array(survey.elements.count);
  for (const { element, path } of survey.files)
    if (path.includes('.test.') || path.startsWith('test_'))
      isTest.fill(1, element, survey.elements.subtreeEnd[element]);
  return unreachedCode(survey, entries, { isEntry, isTest }).found.map(
    ({ element, certainty, onlyTests }) =>
      `${survey.elements.key[element]} ${certainty}${onlyTests ? ', tests' : ''}`,
  );
}

describe('code that no entry point reaches', () => {
  it('is a file that nothing imports, and a routine that nothing calls, whatever calls others', async () => {
    const files = {
      'main.ts': "import { used } from './lib';\nused();\n",
      'lib.ts':
        'export function used() { return own(); }\nfunction own() { return 1; }\nfunction alone() { return helper(); }\nfunction helper() { return 2; }\n',
      'gone.ts': "import { used } from './lib';\nexport const gone = () => used();\n",
    };
    expect(await unused(files, [at('main.ts')])).toEqual([
      'gone.ts sure',
      'lib.ts#alone sure',
      'lib.ts#helper likely',
    ]);
    // What is said to be an entry is one, with all that it reaches.
    expect(await unused(files, [at('main.ts')], (path) => path === 'gone.ts')).not.toContain('gone.ts sure');
  });

  it('is told as reached by tests alone, and tests themselves are not told', async () => {
    const files = {
      'main.ts': 'export const main = 1;\n',
      'lib.ts': 'export const twice = (n: number) => 2 * n;\n',
      'lib.test.ts': "import { twice } from './lib';\ntwice(2);\n",
    };
    expect(await unused(files, [at('main.ts')])).toEqual(['lib.ts likely, tests']);
  });

  it('is not what takes the place of something that is reached, or answers to a parent outside', async () => {
    const files = {
      'main.ts':
        "import { Barge } from './barge';\nimport type { Vessel } from './vessel';\nconst v: Vessel = new Barge();\nv.moor();\n",
      'vessel.ts': 'export interface Vessel { moor(): void; sink(): void; }\n',
      'barge.ts':
        "import { Component } from 'kit';\nimport type { Vessel } from './vessel';\nexport class Barge implements Vessel {\n  constructor() { start(); }\n  moor() {}\n  sink() {}\n  other() {}\n}\nfunction start() {}\nexport class Shown extends Component {\n  render() {}\n  private hidden() {}\n}\nnew Shown();\n",
    };
    expect(await unused(files, [at('main.ts')])).toEqual([
      'barge.ts#Barge.sink sure',
      'barge.ts#Barge.other sure',
      'barge.ts#Shown.hidden sure',
    ]);
  });

  it('is not what the object of something reached is made of', async () => {
    const files = {
      'main.ts': "import { reader } from './reader';\nreader.read();\n",
      'reader.ts': 'export const reader = {\n  read() { return 1; },\n  write() { return 2; },\n};\n',
    };
    expect(await unused(files, [at('main.ts')])).toEqual([]);
  });

  it('is doubtful where a call by name alone may mean it', async () => {
    const files = {
      'main.py': 'from lib import Gauge\n\ndef main(x):\n    Gauge()\n    x.measure()\n',
      'lib.py': 'class Gauge:\n    def measure(self):\n        return 1\n\ndef alone():\n    return 2\n',
    };
    const found = await unused(files, [at('main.py')]);
    expect(found).toContain('lib.py#alone sure');
    expect(found.filter((each) => each.includes('measure'))).not.toContain('lib.py#Gauge.measure sure');
  });

  it('is doubtful in C where anybody may link to it, and not where it is of its file alone', async () => {
    const files = {
      'main.c': '#include "gate.h"\nint main(void) { return gate(); }\n',
      'gate.h': 'int gate(void);\nint open_all(void);\n',
      'gate.c':
        '#include "gate.h"\nstatic int own(void) { return 1; }\nint gate(void) { return 2; }\nint open_all(void) { return 3; }\n',
    };
    const found = await unused(files, [at('main.c')]);
    expect(found).toEqual(['gate.c#own sure', 'gate.c#open_all doubtful']);
  });

  it('of a part without an entry point is only what is not public there', async () => {
    const files = {
      'src/A.java':
        'public class A {\n  public void offered() { help(); }\n  private void help() {}\n  private void alone() {}\n}\n',
    };
    expect(await unused(files, [])).toEqual(['src/A.java#A.alone sure']);
  });

  it('of what an entry offers is nothing that is public', async () => {
    const files = {
      'index.ts': "export * from './api';\nexport class Door { open() {} private bolt() {} }\n",
      'api.ts': 'export const knock = () => 1;\nconst own = () => 2;\n',
    };
    expect(await unused(files, [at('index.ts', 'export')])).toEqual([
      'api.ts#own sure',
      'index.ts#Door.bolt sure',
    ]);
  });
});
