import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { surveyText } from '../tests/surveyText.ts';
import { whereReferencesLead } from './barrels.ts';
import { dependencyKinds, isImportKind } from './contracts/linked.ts';
import { cycles } from './graph/components.ts';
import { fileGraph } from './measures/coupling.ts';
import type { SurveyedCodebase } from './survey.ts';

/** `importing file → file kind lines`, of dependencies that join files by a statement. */
function imports({ elements, dependencies: d }: SurveyedCodebase): string[] {
  const found: string[] = [];
  for (let row = 0; row < d.count; row++)
    if (isImportKind[d.kind[row]] === 1) {
      const lines = [...d.line.subarray(d.placeStart[row], d.placeStart[row + 1])].join(',');
      found.push(
        `${elements.key[d.from[row]]} → ${elements.key[d.to[row]]} ${dependencyKinds[d.kind[row]]} ${lines}`,
      );
    }
  return found;
}

const led = async (texts: Record<string, string>): Promise<string[]> =>
  imports(whereReferencesLead(await surveyText(texts)));

describe('an import of a barrel', () => {
  it('leads to what the importing file uses of it, through further barrels', async () => {
    const texts = {
      'index.ts': "export * from './locks/index';\nexport { Fee } from './fee';\n",
      'fee.ts': 'export class Fee {}\n',
      'locks/index.ts': "export * from './gate';\nexport * from './weir';\n",
      'locks/gate.ts': "import { Fee } from '../index';\nexport class Gate { fee = new Fee(); }\n",
      'locks/weir.ts': "import { Gate } from '../index';\nexport const weir = () => new Gate();\n",
    };
    expect((await led(texts)).filter((row) => !row.includes('reExport'))).toEqual([
      'locks/gate.ts → fee.ts import 1',
      'locks/weir.ts → locks/gate.ts import 1',
    ]);
  });

  it('makes no cycle any more, where it did as written', async () => {
    const survey = await surveyText({
      'index.ts': "export * from './a';\nexport * from './b';\n",
      'a.ts': "import { b } from './index';\nexport const a = () => b();\n",
      'b.ts': 'export const b = () => 1;\n',
    });
    expect(cycles(fileGraph(survey))).toHaveLength(1);
    expect(cycles(fileGraph(whereReferencesLead(survey)))).toEqual([]);
  });

  it('stays one where nothing of it is used, or what it declares itself', async () => {
    const index = "export * from './a';\nexport const own = () => 1;\n";
    const a = 'export const a = () => 1;\n';
    const importing = (text: string): Promise<string[]> =>
      led({ 'index.ts': index, 'a.ts': a, 'user.ts': text });
    expect(await importing("import './index';\n")).toContain('user.ts → index.ts import 1');
    expect(await importing("import { own, a } from './index';\nown();\na();\n")).toEqual([
      'index.ts → a.ts reExport 1',
      'user.ts → a.ts import 1',
      'user.ts → index.ts import 1',
    ]);
  });

  it('leads on through the file of a Python package, unless it declares something', async () => {
    const user = 'from locks import Gate\n\nGate()\n';
    const gate = 'class Gate:\n    pass\n';
    expect(
      await led({
        'locks/__init__.py': 'from .gate import Gate\n\n__all__ = ["Gate"]\n',
        'locks/gate.py': gate,
        'user.py': user,
      }),
    ).toContain('user.py → locks/gate.py import 1');
    expect(
      await led({
        'locks/__init__.py': 'from .gate import Gate\n\ndef open():\n    return Gate()\n',
        'locks/gate.py': gate,
        'user.py': user,
      }),
    ).toContain('user.py → locks/__init__.py import 1');
  });

  it('leads on through a header that only takes in others', async () => {
    const rows = await led({
      'all.h': '#ifndef ALL_H\n#define ALL_H\n#include "gate.h"\n#include "weir.h"\n#endif\n',
      'gate.h': 'int gate(void);\n',
      'weir.h': 'int weir(void);\n',
      'user.c': '#include "all.h"\nint use(void) { return gate(); }\n',
    });
    expect(rows.filter((row) => row.startsWith('user.c'))).toEqual(['user.c → gate.h include 1']);
  });

  it('invents no link between files, and leaves no file without what it imported', async () => {
    const names = ['a', 'b', 'c', 'index', 'deep/index'];
    const anyFile = fc.record({
      passesOn: fc.subarray(names),
      uses: fc.subarray(names),
      isDeclaring: fc.boolean(),
    });
    await fc.assert(
      fc.asyncProperty(fc.tuple(anyFile, anyFile, anyFile, anyFile, anyFile), async (files) => {
        const step = (from: string, to: string): string => (from.includes('/') ? `../${to}` : `./${to}`);
        const texts = Object.fromEntries(
          files.map(({ passesOn, uses, isDeclaring }, i) => {
            const own = names[i];
            const others = (all: string[]): string[] => all.filter((name) => name !== own);
            const lines = [
              ...others(passesOn).map((name) => `export * from '${step(own, name)}';`),
              ...others(uses).map((name, at) => `import * as m${at} from '${step(own, name)}';`),
              ...(isDeclaring ? [`export const make${i} = () => 1;`] : []),
              'export const run = () => [',
              ...others(uses).map((_, at) => `  m${at}.make0(), m${at}.make2(),`),
              '];',
            ];
            return [`${own}.ts`, lines.join('\n') + '\n'];
          }),
        );
        const written = await surveyText(texts);
        const read = whereReferencesLead(written);
        const linked = (survey: SurveyedCodebase): Set<string> => {
          const { start, to, count } = fileGraph(survey);
          const pairs = new Set<string>();
          for (let file = 0; file < count; file++)
            for (let edge = start[file]; edge < start[file + 1]; edge++) pairs.add(`${file} ${to[edge]}`);
          return pairs;
        };
        const before = linked(written);
        for (const pair of linked(read)) expect(before).toContain(pair);
        const importing = (survey: SurveyedCodebase): Set<string> =>
          new Set(imports(survey).map((row) => row.split(' → ')[0]));
        expect(importing(read)).toEqual(importing(written));
        // Rows stay sorted, none twice.
        const { from, to, kind, certainty, count } = read.dependencies;
        for (let row = 1; row < count; row++) {
          const [a, b] = [row - 1, row].map((at) => [from[at], to[at], kind[at], certainty[at]]);
          const differs = a.findIndex((value, i) => value !== b[i]);
          expect(differs >= 0 && a[differs] < b[differs]).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });
});
