import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { cycles } from '../core/graph/components.ts';
import { arrangedSurvey } from '../core/arrangement/arranged.ts';
import { byFolders } from '../core/arrangement/folders.ts';
import { unitTree } from '../core/arrangement/nodes.ts';
import { EVERYTHING_RESOLVED } from '../core/graph/rollUp.ts';
import { dependencyKinds } from '../core/contracts/linked.ts';
import { measureNamed } from '../core/measures/catalogue.ts';
import { declaredAndUsed } from '../core/completeness/declaredAndUsed.ts';
import { readManifests } from '../core/manifests/readManifests.ts';
import { fileGraph } from '../core/measures/coupling.ts';
import { installationRoot } from '../server/installation.ts';
import type { SourceSurvey } from '../server/survey/surveySource.ts';
import { takePlan } from '../server/views/surveyAccess/scope.ts';
import { planRead } from '../server/views/plan/editedPlan.ts';
import { DOUBTFUL, planView } from '../server/views/plan/planView.ts';
import { straysView } from '../server/views/plan/straysView.ts';
import type { ViewRequest } from '../server/views/viewRequest.ts';
import { unreachedCode } from '../core/judge/unreached.ts';
import { testElements } from '../server/views/surveyAccess/tests.ts';
import { judged } from '../core/judge/judged.ts';
import { readRules } from '../server/views/rules/readRules.ts';
import { judgedSurvey } from '../server/views/rules/rulesView.ts';
import { surveyPath } from './surveyPath.ts';

/** Holds the analysis to what `demo/README.md` says is planted in Hollowmere. */
let result: SourceSurvey;

beforeAll(async () => {
  result = await surveyPath(join(installationRoot, 'demo', 'hollowmere'));
});

function elementOf(key: string): number {
  const element = result.survey.elements.key.indexOf(key);
  expect(element, key).toBeGreaterThanOrEqual(0);
  return element;
}

/** Keys of what uses an element, from outside of it. */
function usersOf(key: string): Set<string> {
  const { elements, dependencies } = result.survey;
  const element = elementOf(key);
  const users = new Set<string>();
  for (let row = 0; row < dependencies.count; row++) {
    const from = dependencies.from[row];
    if (dependencies.to[row] < element || dependencies.to[row] >= elements.subtreeEnd[element]) continue;
    if (from < element || from >= elements.subtreeEnd[element]) users.add(elements.key[elements.file[from]]);
  }
  return users;
}

describe('Hollowmere', () => {
  it('has more than eighty files, all but one read cleanly', () => {
    const { files } = result.survey;
    expect(files.length).toBeGreaterThan(80);
    expect(files.filter(({ parse }) => parse !== 'clean').map(({ path }) => path)).toEqual([
      'src/web/quayBoard.ts',
    ]);
  });

  it('has exactly the planted cycles of files', () => {
    const { survey } = result;
    const found = cycles(fileGraph(survey)).map((members) => members.map((file) => survey.files[file].path));
    expect(found).toEqual([
      [
        'src/manifests/cargo.ts',
        'src/manifests/customs.ts',
        'src/voyages/plan.ts',
        'src/voyages/route/legs.ts',
      ],
      ['src/tolls/rebates.ts', 'src/tolls/season.ts', 'src/tolls/tariff.ts'],
      [
        'planner/src/main/java/hollowmere/planner/Planner.java',
        'planner/src/main/java/hollowmere/planner/rules/Rules.java',
      ],
      ['src/gauging/alarms.ts', 'src/gauging/levels.ts'],
      ['tides/src/hollowmere_tides/report.py', 'tides/src/hollowmere_tides/table.py'],
      ['water/include/water/alarm.hpp', 'water/include/water/station.hpp'],
      ['water/src/alarm.cpp', 'water/src/station.cpp'],
    ]);
  });

  it('has sixteen folders tangled by the one link from kernel to desk', () => {
    const { survey } = result;
    const all = new Uint8Array(survey.elements.count).fill(1);
    const tree = unitTree(survey.elements, byFolders(survey.elements), 'groups', all);
    const { cycles: found } = arrangedSurvey(survey.dependencies, tree, EVERYTHING_RESOLVED);
    expect(found.filter(({ group }) => group < 0).map(({ members }) => members.length)).toEqual([16, 2]);
    expect(usersOf('src/desk/session.ts')).toEqual(new Set(['src/desk/menu.ts', 'src/kernel/audit.ts']));
  });

  it.each([
    ['src/notices/bulletin.ts', 'src/gauging/publish.ts'],
    ['src/desk/format.ts', 'src/ledger/statement.ts'],
    ['src/voyages/plan.ts', 'src/berths/allocation.ts'],
  ])('%s is used against the intended order by %s', (used, user) => {
    expect(usersOf(used)).toContain(user);
  });

  it('has a hub that more than half of the files of the web system use', () => {
    expect(usersOf('src/kernel/index.ts').size).toBeGreaterThan(
      result.survey.files.filter(({ path }) => path.startsWith('src/')).length / 2,
    );
  });

  it('has one routine far more complex than all others', () => {
    const values = measureNamed('cyclomatic')!.compute(result.survey);
    const sorted = Array.from(values)
      .filter((value) => !Number.isNaN(value))
      .sort((a, b) => b - a);
    expect(values[elementOf('src/tolls/assessment.ts#assessPassage')]).toBe(39);
    expect(sorted[0]).toBe(39);
    expect(sorted[1]).toBeLessThan(15);
  });

  it('has dead code', () => {
    expect(usersOf('src/voyages/legacyHandover.ts').size).toBe(0);
    const fanIn = measureNamed('fanIn')!.compute(result.survey);
    expect(fanIn[elementOf('src/crews/roster.ts#pairByInitials')]).toBe(0);
  });

  it('has a gap and an import computed at run time', () => {
    const { gaps, elements } = result.survey;
    expect(
      gaps.map(({ name, reason, places }) => [name, reason, elements.key[places[0].file], places[0].line]),
    ).toEqual([
      ['(computed at run time)', 'computed', 'src/web/plugins.ts', 6],
      ['src/archive/tolls1998', 'noSuchFile', 'src/ledger/yearEnd.ts', 2],
      ['vendor/pelorus/bearing', 'leftOut', 'src/web/api/passages.ts', 1],
    ]);
  });

  it('leaves out the minified file and the vendored folder, and says why', () => {
    expect(result.leftOut.map(({ path, reason }) => [path, reason])).toEqual([
      ['src/web/clock.min.js', 'minified'],
      ['vendor/', 'vendored'],
      ['yletope.yaml', 'unknownLanguage'],
    ]);
  });

  it('has a file of which an older version lies elsewhere, and a name declared twice', () => {
    const { completeness, survey } = result;
    expect(completeness.clashes.map(({ name, files }) => [name, files.map(({ path }) => path)])).toEqual([
      ['format.ts', ['src/desk/format.ts', 'src/web/api/format.ts']],
    ]);
    expect(
      completeness.twice.map(({ name, elements }) => [name, elements.map((e) => survey.elements.key[e])]),
    ).toEqual([['Passage', ['src/voyages/waypoints/passage.ts#Passage', 'src/web/api/passages.ts#Passage']]]);
  });

  it('has two files that nothing refers to, and knows where one begins to read', () => {
    const { completeness, entryPoints } = result;
    expect(completeness.unreferred).toEqual(['src/voyages/legacyHandover.ts', 'src/web/quayBoard.ts']);
    expect(entryPoints).toEqual([
      { path: 'src/web/main.ts', role: 'program', name: 'hollowmere' },
      { path: 'tides/src/hollowmere_tides/__main__.py', role: 'program', name: 'hollowmere_tides' },
      ...['alarm.hpp', 'api.h', 'export.h', 'reading.h', 'station.hpp'].map((name) => ({
        path: `water/include/water/${name}`,
        role: 'export',
        name: `water/${name}`,
      })),
      { path: 'src/web/server.ts', role: 'server', name: 'server.ts' },
    ]);
  });

  it('declares an external that it does not use', () => {
    const manifests = readManifests(result.intake.manifests);
    const [{ unused, undeclared }] = declaredAndUsed(result.survey, manifests);
    expect(unused.map(({ name }) => name)).toEqual(['tide-tables']);
    expect(undeclared).toEqual([]);
  });

  it('has a folder whose files only berths uses', () => {
    for (const user of usersOf('src/misc')) expect(user).toMatch(/^src\/berths\//);
  });

  it('resolves every way of naming a file', () => {
    expect(usersOf('src/fleet/vessel.ts')).toContain('src/tolls/classes.ts'); // #fleet/vessel
    expect(usersOf('src/kernel/audit.ts')).toContain('src/tolls/invoice.ts'); // @kernel/audit
    expect(usersOf('src/kernel/text.ts')).toContain('src/tolls/invoice.ts'); // export * as text
    const { dependencies, elements } = result.survey;
    const dynamic = dependencyKinds.indexOf('dynamicImport');
    const rows = Array.from(dependencies.kind.keys()).filter((row) => dependencies.kind[row] === dynamic);
    expect(rows.map((row) => elements.key[dependencies.to[row]])).toEqual(['src/web/printer.ts']);
  });

  it('knows the externals', () => {
    expect(result.survey.externals.map(({ name, ecosystem }) => `${ecosystem}:${name}`)).toEqual([
      'c++:map',
      'c++:memory',
      'c++:string',
      'c++:vector',
      'jdk:java.util',
      'node:crypto',
      'node:http',
      'npm:inkwell-print',
      'npm:quaylight',
      'python:ctypes',
      'python:dataclasses',
      'python:importlib',
      'python:math',
      'python:typing',
    ]);
  });

  it('joins a C++ library to its headers, with a C header, exported classes and a macro loop', () => {
    const { elements, dependencies, files } = result.survey;
    const water = files.filter(({ path }) => path.startsWith('water/'));
    expect(water.map(({ language, parse }) => `${language} ${parse}`).sort()).toEqual([
      ...Array<string>(3).fill('c clean'),
      ...Array<string>(6).fill('cpp clean'),
    ]);
    const calls = Array.from(dependencies.kind.keys())
      .filter((row) => dependencies.kind[row] === dependencyKinds.indexOf('call'))
      .map((row) => `${elements.key[dependencies.from[row]]} → ${elements.key[dependencies.to[row]]}`);
    expect(calls).toContain(
      'water/src/station.cpp#hollowmere.water.Station.level → water/src/mean.c#water_mean',
    );
    expect(calls).toContain(
      'water/src/api.cpp#water_level → water/src/station.cpp#hollowmere.water.Station.level',
    );
    expect(calls).toContain('water/src/api.cpp#water_take → water/include/water/export.h#WATER_EACH');
  });

  it('reads its Python and Java as they are linked: through a package, an interface and overloads', () => {
    expect(usersOf('tides/src/hollowmere_tides/__init__.py')).toEqual(
      new Set(['tides/src/hollowmere_tides/__main__.py']),
    );
    const mooring = elementOf('planner/src/main/java/hollowmere/planner/Mooring.java#Mooring');
    const children = measureNamed('noc')!.compute(result.survey);
    expect(children[mooring]).toBe(1);
    const { dependencies, elements } = result.survey;
    const from = elementOf('planner/src/main/java/hollowmere/planner/Planner.java#Planner.place');
    const targets = Array.from(dependencies.from.keys())
      .filter(
        (row) =>
          dependencies.from[row] === from && dependencies.kind[row] === dependencyKinds.indexOf('call'),
      )
      .map((row) => elements.key[dependencies.to[row]]);
    expect(targets).toEqual(['planner/src/main/java/hollowmere/planner/Planner.java#Planner.place~2']);
  });
});

describe('dead code of Hollowmere', () => {
  it('is what nothing imports, and what nothing calls', () => {
    const { survey, entryPoints } = result;
    const { found } = unreachedCode(survey, entryPoints, {
      isEntry: () => false,
      isTest: testElements(survey),
    });
    const sure = found
      .filter((each) => each.class === 'notReferenced')
      .map(({ element }) => survey.elements.key[element]);
    expect(sure).toEqual(
      expect.arrayContaining([
        'src/voyages/legacyHandover.ts',
        'src/web/quayBoard.ts',
        'src/crews/roster.ts#pairByInitials',
      ]),
    );
    // What the programs begin with, and what they call, is none.
    const told = new Set(found.map(({ element }) => survey.elements.key[element]));
    for (const used of ['src/web/main.ts', 'src/kernel/index.ts', 'src/tolls/tariff.ts', 'src/web/server.ts'])
      expect(told.has(used), used).toBe(false);
  });
});

describe('the rules of Hollowmere', () => {
  const text = readFileSync(join(installationRoot, 'demo', 'hollowmere', 'yletope.yaml'), 'utf8');
  const { rules, exceptions } = readRules({ name: 'yletope.yaml', text });

  it('are broken where it is planted, and kept where it is not', () => {
    const { violations, idle } = judged(judgedSurvey(result.survey), { rules, exceptions: [] }, '2026-12-01');
    const pairs = violations.map(({ rule, from, to }) => `${rule}: ${from} > ${to}`);
    expect([...new Set(pairs)]).toEqual([
      'layers: src/berths/allocation.ts > src/voyages/plan.ts',
      'layers: src/berths/allocation.ts > src/voyages/voyage.ts',
      'layers: src/gauging/publish.ts > src/notices/bulletin.ts',
      'layers: src/gauging/publish.ts > src/notices/notice.ts',
      'layers: src/kernel/audit.ts > src/desk/session.ts',
      'layers: src/ledger/statement.ts > src/desk/format.ts',
      'layers: src/voyages/plan.ts > src/manifests/cargo.ts',
      'layers: src/voyages/plan.ts > src/manifests/manifest.ts',
      'rates: src/web/api/tolls.ts > src/tolls/tariff.ts',
    ]);
    expect(idle).toEqual([]);
  });

  it('come with exceptions: one that holds, one that has ended, one over its ceiling, one that nothing needs', () => {
    const judgement = judged(judgedSurvey(result.survey), { rules, exceptions }, '2026-12-01');
    const of = (each: { from: string }[]): string[] => each.map(({ from }) => from);
    expect(of(judgement.expired)).toEqual(['src/kernel/audit.ts']);
    expect(of(judgement.exceeded)).toEqual(['src/ledger/statement.ts']);
    expect(of(judgement.unneeded)).toEqual(['src/web/api/legacy.ts']);
    expect(new Set(of(judgement.accepted.map(({ violation }) => violation)))).toEqual(
      new Set(['src/berths/allocation.ts', 'src/ledger/statement.ts']),
    );
  });
});

describe('the plan of Hollowmere', () => {
  it('places all of it, with a purpose for each module, and has two strays and a doubtful file', () => {
    const { survey } = result;
    const name = 'hollowmere-plan.yaml';
    const text = readFileSync(join(installationRoot, 'demo', name), 'utf8');
    const content = planRead(survey, { name, text });
    takePlan(survey, () => content, 'demo');
    const shown = { plans: [], plan: null, states: [], added: [], open: '*', withTests: false };
    const page = planView(survey, { ...shown, content, filter: EVERYTHING_RESOLVED });
    expect(page.modules.length).toBe(16);
    expect(page.modules.filter(({ purpose }) => purpose === '')).toEqual([]);
    expect([page.notPlaced.files, page.gone]).toEqual([0, []]);
    const request = {
      survey,
      withTests: false,
      params: new URLSearchParams(),
      question: { by: 'plan', grain: 'files', filter: EVERYTHING_RESOLVED, withTests: false },
      plans: { all: [], shown: null, content: () => content },
    } as unknown as ViewRequest;
    const strays = straysView(request).strays.filter(({ left }) => left === null);
    expect(strays.map(({ key, own, towards }) => [key, own.name, towards.name])).toEqual([
      ['src/gauging/alarms.ts', 'Notices', 'Gauging'],
      ['src/tolls/rebates.ts', 'Ledger', 'Tolls'],
    ]);
    const planted = strays.map(({ key }) => key);
    const doubtful = page.members.filter(({ key, doubt }) => doubt >= DOUBTFUL && !planted.includes(key));
    expect(doubtful.map(({ key, module, next }) => [key, module, next])).toEqual([
      ['src/voyages/plan.ts', 'voyages', 'manifests'],
    ]);
  });
});
