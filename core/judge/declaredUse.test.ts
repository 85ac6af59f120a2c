import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { byPackages } from '../arrangement/packages.ts';
import { EVERYTHING_RESOLVED } from '../graph/rollUp.ts';
import { declaredUse, type DeclaredFault } from './declaredUse.ts';
import { declared } from './kinds/declared/index.ts';

const pom = (name: string, ...needs: [name: string, scope?: string][]): string =>
  `<project><groupId>canal</groupId><artifactId>${name}</artifactId><dependencies>${needs
    .map(
      ([needed, scope]) =>
        `<dependency><groupId>canal</groupId><artifactId>${needed}</artifactId>${scope ? `<scope>${scope}</scope>` : ''}</dependency>`,
    )
    .join('')}</dependencies></project>`;
const type = (module: string, name: string, ...uses: string[]): [path: string, text: string] => [
  `${module}/src/main/java/canal/${module}/${name}.java`,
  `package canal.${module};\n${uses.map((used) => `import canal.${used};\n`).join('')}public class ${name} { ${uses
    .map((used, i) => `${used.split('.')[1]} use${i};`)
    .join(' ')} }\n`,
];
const test = (module: string, name: string, ...uses: string[]): [path: string, text: string] => {
  const [path, text] = type(module, name, ...uses);
  return [path.replace('/main/', '/test/'), text];
};

/** `user → used state references` of each pair, with what is between. */
async function judgedPairs(files: [path: string, text: string][]): Promise<string[]> {
  const survey = await surveyText(Object.fromEntries(files));
  for (const file of survey.files) file.isTest = file.path.includes('/src/test/');
  const name = (at: number): string => survey.buildModules[at].name;
  return declaredUse(survey).map(({ from, to, state, references, ofTests, path }) =>
    [
      `${name(from)} → ${name(to)} ${state} ${references}`,
      ...(ofTests > 0 ? [`${ofTests} of tests`] : []),
      ...(path.length > 0 ? [`through ${path.map(name).join(', ')}`] : []),
    ].join(', '),
  );
}

describe('what build modules declare, held against what they use', () => {
  it('is undeclared, used through another, unused, used by tests alone, or as it should be', async () => {
    expect(
      await judgedPairs([
        ['core/pom.xml', pom('core')],
        type('core', 'Gate'),
        ['locks/pom.xml', pom('locks', ['core'])],
        type('locks', 'Lock', 'core.Gate'),
        ['tolls/pom.xml', pom('tolls', ['locks'], ['fees'], ['kit'])],
        type('tolls', 'Toll', 'locks.Lock', 'core.Gate', 'crew.Crew'),
        test('tolls', 'TollTest', 'kit.Kit'),
        ['fees/pom.xml', pom('fees')],
        type('fees', 'Fee'),
        ['crew/pom.xml', pom('crew')],
        type('crew', 'Crew'),
        ['kit/pom.xml', pom('kit')],
        type('kit', 'Kit'),
      ]),
    ).toEqual([
      'tolls → crew undeclared 2',
      'tolls → core through 2, through locks',
      'tolls → fees unused 0',
      'tolls → kit onlyTests 2, 2 of tests',
      'locks → core asDeclared 2',
      'tolls → locks asDeclared 2',
    ]);
  });

  it('is as it should be where it is declared for tests, for run time, or by the module around', async () => {
    expect(
      await judgedPairs([
        ['pom.xml', pom('all', ['core'])],
        ['core/pom.xml', pom('core')],
        type('core', 'Gate'),
        ['tolls/pom.xml', pom('tolls', ['kit', 'test'], ['fees', 'runtime'])],
        type('tolls', 'Toll', 'core.Gate'),
        test('tolls', 'TollTest', 'kit.Kit'),
        ['kit/pom.xml', pom('kit')],
        type('kit', 'Kit'),
        ['fees/pom.xml', pom('fees')],
        type('fees', 'Fee'),
        ['trials/pom.xml', pom('trials', ['kit'])],
        test('trials', 'Trial', 'kit.Kit'),
      ]),
    ).toEqual([
      'tolls → core asDeclared 2',
      'tolls → kit asDeclared 2, 2 of tests',
      'trials → kit asDeclared 2, 2 of tests',
      'tolls → fees asDeclared 0',
    ]);
  });

  it('is not judged of a module without code, on either side', async () => {
    expect(
      await judgedPairs([
        ['all/pom.xml', pom('all', ['core'])],
        ['core/pom.xml', pom('core', ['shipping'])],
        type('core', 'Gate'),
        ['shipping/pom.xml', pom('shipping', ['core'])],
      ]),
    ).toEqual([]);
  });
});

describe('where a build file is only partly read', () => {
  it('no difference is a fault, of those that are built from it or reach it', async () => {
    const cpp = (path: string, ...uses: string[]): [path: string, text: string] => [
      path,
      `${uses.map((used) => `#include "../${used}/${used}.h"\n`).join('')}${uses
        .map((used) => `int ${path.replace(/\W/g, '_')}_${used}() { return ${used}(); }`)
        .join('\n')}\n`,
    ];
    const header = (name: string): [path: string, text: string] => [
      `${name}/${name}.h`,
      `#pragma once\ninline int ${name}() { return 1; }\n`,
    ];
    expect(
      await judgedPairs([
        ['lock/CMakeLists.txt', 'add_library(lock lock.h)\ntarget_link_libraries(lock ${LIBS})'],
        header('lock'),
        ['gate/CMakeLists.txt', 'add_library(gate gate.h)'],
        header('gate'),
        ['toll/CMakeLists.txt', 'add_library(toll toll.cc)\ntarget_link_libraries(toll lock)'],
        cpp('toll/toll.cc', 'lock', 'gate'),
        ['quay/CMakeLists.txt', 'add_library(quay quay.cc)'],
        cpp('quay/quay.cc', 'gate', 'lock'),
      ]),
    ).toEqual([
      'quay → gate undeclared 2',
      'quay → lock unread 2',
      'toll → gate unread 2',
      'toll → lock asDeclared 2',
    ]);
  });
});

describe('a rule on what build modules declare', () => {
  const files = Object.fromEntries([
    ['core/pom.xml', pom('core')],
    type('core', 'Gate'),
    ['fees/pom.xml', pom('fees')],
    type('fees', 'Fee'),
    ['tolls/pom.xml', pom('tolls', ['fees'])],
    type('tolls', 'Toll', 'core.Gate'),
  ]) as Record<string, string>;
  const broken = async (faults: DeclaredFault[]): Promise<string[]> => {
    const survey = await surveyText(files);
    const isTest = new Uint8Array(survey.elements.count);
    const words = { name: 'build', reason: '', severity: 'error', withTests: false } as const;
    const choices = { kinds: 'any', certainty: 'resolved' };
    const { violations } = declared.judge(
      { ...words, choices, filter: EVERYTHING_RESOLVED, sort: 'declared', faults },
      { survey, isTest, packages: () => byPackages(survey) },
    );
    return violations.map(({ from, to, kind }) => `${from} ${kind} ${to}`);
  };

  it('tells the uses of what is not declared, by files, and of what is declared in vain the modules', async () => {
    const toll = 'tolls/src/main/java/canal/tolls/Toll.java';
    const gate = 'core/src/main/java/canal/core/Gate.java';
    expect(await broken(['undeclared'])).toEqual([`${toll} import ${gate}`, `${toll} typeUse ${gate}`]);
    expect(await broken(['unused'])).toEqual(['tolls/pom.xml unusedModule fees/pom.xml']);
    expect(await broken(['through', 'onlyTests'])).toEqual([]);
  });
});
