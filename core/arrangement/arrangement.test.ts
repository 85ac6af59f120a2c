import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { ALL_KINDS, EVERYTHING_RESOLVED, passes, rollUpUnits } from '../graph/rollUp.ts';
import type { SurveyedCodebase } from '../survey.ts';
import {
  groupKey,
  groupNamed,
  groupWithKey,
  isWithin,
  parseGroupKey,
  type Arrangement,
} from './arrangement.ts';
import { arrangedSurvey, type ArrangedSurvey } from './arranged.ts';
import { byBuildModules } from './buildModules.ts';
import { elementsOfEnd, endOfNode, rowsBetween } from './ends.ts';
import { byFolders } from './folders.ts';
import { unitOfNode, unitTree } from './nodes.ts';
import { goesAgainst } from './order.ts';
import { byModulePackages } from './modulePackages.ts';
import { packageInModule } from './packageInModule.ts';
import { byPackages } from './packages.ts';
import { splitPackages } from './splitPackages.ts';
import { openedByItself, pictureRows, rowGraph, ENOUGH_ROWS, MOST_ROWS } from './rows.ts';
import { grains, type Grain } from './units.ts';

/** Java in packages under a deep source root, Python in packages, C# with two namespaces in a file, TypeScript in none. */
const mixed = {
  'planner/pom.xml': '<project><artifactId>planner</artifactId></project>',
  'planner/src/main/java/canal/Barge.java':
    'package canal;\nimport canal.tolls.Rate;\npublic class Barge {\n  Rate rate;\n  int toll() { return rate.of(2); }\n}\n',
  'planner/src/main/java/canal/tolls/Rate.java':
    'package canal.tolls;\nimport canal.Barge;\npublic class Rate {\n  int of(int tons) { return tons; }\n  int ofBarge(Barge barge) { return barge.toll(); }\n}\n',
  'tides/pyproject.toml': '[project]\nname = "tides"\n',
  'tides/tides/__init__.py': 'from tides.table import read\n\ndef first():\n    return read()\n',
  'tides/tides/table.py': 'def read():\n    return 1\n',
  'tides/loose.py': 'import tides.table\n\ntides.table.read()\n',
  'gauge/Gauge.cs':
    'namespace Canal.Gauges {\n  public class Gauge {\n    public int Read() { return new Scale().Mark(); }\n    int a; int b; int c;\n  }\n}\nnamespace Canal.Scales {\n  public class Scale { public int Mark() { return 1; } }\n}\n',
  'gauge/Gauge.csproj': '<Project Sdk="Microsoft.NET.Sdk"></Project>',
  'web/desk.ts': "import { board } from './deep/er/board';\nexport const desk = () => board();\n",
  'web/deep/er/board.ts':
    "import { desk } from '../../desk';\nexport class Board { show() { return desk(); } }\nexport const board = () => new Board().show();\n",
};

let survey: SurveyedCodebase;
let arrangements: Arrangement[];

beforeAll(async () => {
  survey = await surveyText(mixed);
  arrangements = [
    byFolders(survey.elements),
    byPackages(survey),
    byBuildModules(survey),
    byModulePackages(survey),
  ];
});

const everything = (): Uint8Array => new Uint8Array(survey.elements.count).fill(1);
const arrangedBy = (
  arrangement: Arrangement,
  grain: Grain,
  counts = everything(),
  filter = EVERYTHING_RESOLVED,
): ArrangedSurvey =>
  arrangedSurvey(survey.dependencies, unitTree(survey.elements, arrangement, grain, counts), filter);
const elementOf = (key: string): number | undefined => {
  const element = survey.elements.key.indexOf(key);
  return element < 0 ? undefined : element;
};
const groupOf = (arrangement: Arrangement, key: string): string =>
  arrangement.name[arrangement.groupOf[elementOf(key)!]];

describe('packages', () => {
  it('are what files say, what folders of modules make, and the namespaces that are declared', () => {
    const [, packages] = arrangements;
    expect(groupOf(packages, 'planner/src/main/java/canal/tolls/Rate.java#Rate.of')).toBe('canal.tolls');
    expect(groupOf(packages, 'tides/tides/__init__.py#first')).toBe('tides');
    expect(groupOf(packages, 'tides/tides/table.py')).toBe('tides');
    expect(packages.name.filter((name) => !name.startsWith('(')).sort()).toEqual(
      ['', 'Canal', 'Canal.Gauges', 'Canal.Scales', 'canal', 'canal.tolls', 'tides'].sort(),
    );
  });

  it('a file split over two belongs to the one that holds most of its code, each type to its own', () => {
    const [, packages] = arrangements;
    expect(groupOf(packages, 'gauge/Gauge.cs')).toBe('Canal.Gauges');
    expect(groupOf(packages, 'gauge/Gauge.cs#Canal.Scales.Scale.Mark')).toBe('Canal.Scales');
  });

  it('of namespaces in each other are named in full, and what belongs to none comes last', async () => {
    const nested = await surveyText({
      'a.cpp':
        'namespace canal { namespace locks { class Gate { int n; }; } }\nnamespace zz { class Z {}; }\n',
      'b.ts': 'export const b = 1;\n',
    });
    const packages = byPackages(nested);
    expect(packages.name).toEqual(['', 'canal', 'canal.locks', 'zz', '(none)']);
    expect(packages.label).toEqual(['', 'canal', 'locks', 'zz', '(none)']);
    expect(packages.rest).toBe(4);
  });

  it('what belongs to none stands in a group of its own, so that sums add up', () => {
    const [, packages] = arrangements;
    for (const key of ['tides/loose.py', 'web/desk.ts', 'web/deep/er/board.ts#Board'])
      expect(packages.groupOf[elementOf(key)!]).toBe(packages.rest);
    const counted = survey.elements.file.filter((file) => file >= 0).length;
    expect(packages.groupOf.filter((group) => group >= 0).length).toBe(counted);
  });
});

describe('build modules as groups', () => {
  it('hold the files below the project file that compiles their language', () => {
    const modules = arrangements[2];
    expect(groupOf(modules, 'planner/src/main/java/canal/Barge.java')).toBe('planner/pom.xml');
    expect(groupOf(modules, 'tides/loose.py')).toBe('tides/pyproject.toml');
    expect(groupOf(modules, 'gauge/Gauge.cs')).toBe('gauge/Gauge.csproj');
    expect(groupOf(modules, 'web/desk.ts')).toBe('(none)');
  });
});

describe('build modules, then packages', () => {
  it('are packages in each module, below the one that all of it shares', async () => {
    const java = (name: string): string => `package ${name};\nclass A {}\n`;
    const shared = await surveyText({
      'core/pom.xml': '<project><artifactId>core</artifactId></project>',
      'core/A.java': java('canal.core'),
      'core/locks/A.java': java('canal.core.locks'),
      'core/tolls/fees/A.java': java('canal.core.tolls.fees'),
      'desk/pom.xml': '<project><artifactId>desk</artifactId></project>',
      'desk/A.java': java('canal.core.locks'),
      'desk/B.java': java('canal.desk'),
      'loose/A.java': java('canal.loose'),
    });
    const { name, label, groupOf: group, parent } = byModulePackages(shared);
    const placed = shared.files
      .filter(({ language }) => language === 'java')
      .map(({ path, element }) => [path, name[group[element]]]);
    expect(Object.fromEntries(placed)).toEqual({
      'core/A.java': 'core/pom.xml',
      'core/locks/A.java': 'core/pom.xml / canal.core.locks',
      'core/tolls/fees/A.java': 'core/pom.xml / canal.core.tolls.fees',
      'desk/A.java': 'desk/pom.xml / canal.core.locks',
      'desk/B.java': 'desk/pom.xml / canal.desk',
      'loose/A.java': '(none)',
    });
    const packages = byPackages(shared);
    const split = [...splitPackages(shared, packages)].map(([group, all]) => [packages.name[group], all]);
    expect(split).toEqual([
      [
        'canal.core.locks',
        [
          { module: 'core', files: 1 },
          { module: 'desk', files: 1 },
        ],
      ],
    ]);
    const above = (each: string): string => name[parent[name.indexOf(each)]];
    expect(above('core/pom.xml / canal.core.tolls.fees')).toBe('core/pom.xml / canal.core.tolls');
    expect(above('core/pom.xml / canal.core.tolls')).toBe('core/pom.xml');
    expect(label[name.indexOf('core/pom.xml / canal.core.locks')]).toBe('locks');
    expect(packageInModule('core/pom.xml / canal.core.locks')).toEqual({
      module: 'core/pom.xml',
      packageName: 'canal.core.locks',
    });
  });

  it('put the types of other namespaces in a file where those belong', () => {
    const [, , , modulePackages] = arrangements;
    expect(groupOf(modulePackages, 'gauge/Gauge.cs')).toBe('gauge/Gauge.csproj / Canal.Gauges');
    expect(groupOf(modulePackages, 'gauge/Gauge.cs#Canal.Scales.Scale.Mark')).toBe(
      'gauge/Gauge.csproj / Canal.Scales',
    );
  });
});

describe('the keys of groups', () => {
  it('carry their arrangement, and lead back to the group', () => {
    for (const arrangement of arrangements)
      for (let group = 0; group < arrangement.count; group++) {
        const key = groupKey(arrangement, group);
        const named = parseGroupKey(key) ?? { id: 'folders', name: key };
        expect(named.id).toBe(arrangement.id);
        expect(groupNamed(arrangement, named.name)).toBe(group);
        for (const other of arrangements)
          expect(groupWithKey(other, key)).toBe(other === arrangement ? group : undefined);
      }
  });
});

/** Any choice of arrangement, grain, what counts, and which groups are open. */
const anyPicture = fc.record({
  by: fc.nat(3),
  grain: fc.constantFrom(...grains),
  dropped: fc.array(fc.nat(200), { maxLength: 6 }),
  kinds: fc.constantFrom(ALL_KINDS, 1, 32, 32 + 64 + 512),
  open: fc.array(fc.boolean(), { minLength: 40, maxLength: 40 }),
  flat: fc.boolean(),
});

const oneOpen = Array.from({ length: 40 }, (_, group) => group === 6);

function pictureOf({
  by,
  grain,
  dropped,
  kinds,
  open,
  flat,
}: typeof anyPicture extends fc.Arbitrary<infer T> ? T : never) {
  const counts = everything();
  for (const i of dropped) if (i < counts.length) counts[i] = 0;
  const filter = { kinds, certainties: 0b111 };
  const picture = arrangedBy(arrangements[by], grain, counts, filter);
  const rows = pictureRows(picture, { scope: 0, flat, isOpen: (group) => open[group], byName: false });
  return { picture, rows, counts, filter };
}

describe('the rows of a picture', () => {
  it('count every element that counts exactly once, whatever is open', () => {
    fc.assert(
      fc.property(anyPicture, (chosen) => {
        const { picture, rows, counts } = pictureOf(chosen);
        const shown = rows.filter(({ heading }) => !heading);
        for (let e = 0; e < survey.elements.firstExternal; e++) {
          const unit = picture.units.unitOf[e];
          expect(unit >= 0).toBe(counts[e] === 1 && survey.elements.file[e] >= 0);
          if (unit < 0) continue;
          const holding = shown.filter(({ node }) =>
            unitOfNode(picture, node) < 0
              ? isWithin(picture.arrangement, picture.units.group[unit], node)
              : unitOfNode(picture, node) === unit,
          );
          expect(holding).toHaveLength(1);
        }
      }),
    );
  });

  it('have nothing of what does not count, and what is left of a type is its own', () => {
    const counts = everything();
    const [from, to] = [elementOf('tides/tides/table.py')!, elementOf('tides/tides/table.py#read')!];
    counts.fill(0, from, to + 1);
    for (const grain of grains) {
      const { units } = arrangedBy(arrangements[0], grain, counts);
      const held = new Set(units.unitOf);
      for (let unit = 0; unit < units.count; unit++) expect(held.has(unit)).toBe(true);
    }
    const { units } = arrangedBy(arrangements[0], 'routines');
    const gauge = 'gauge/Gauge.cs#Canal.Gauges.Gauge';
    const unitOf = (key: string): number => units.unitOf[elementOf(key)!];
    expect(unitOf(`${gauge}.a`)).toBe(unitOf(gauge));
    expect(unitOf(`${gauge}.Read`)).not.toBe(unitOf(gauge));
    expect(units.isOfGrain[unitOf(gauge)]).toBe(0);
  });

  it('what is left over around elements of the grain closes no cycle among them', () => {
    // The types of `web` use each other by way of routines that stand beside them only.
    for (const grain of grains) {
      const picture = arrangedBy(arrangements[0], grain);
      const members = picture.cycles.filter(({ group }) => group < 0).flatMap((cycle) => cycle.members);
      for (const node of members) expect(picture.units.isOfGrain[unitOfNode(picture, node)]).toBe(1);
    }
    const inFiles = arrangedBy(arrangements[0], 'files').cycles.filter(({ group }) => group < 0);
    expect(inFiles).toHaveLength(2);
  });

  it('a cell counts the places that its evidence lists, by any arrangement, grain and filter', () => {
    fc.assert(
      fc.property(anyPicture, (chosen) => {
        const { picture, rows, filter } = pictureOf(chosen);
        const graph = rowGraph(picture, rows);
        const { dependencies, elements } = survey;
        let inCells = 0;
        for (let from = 0; from < graph.count; from++) {
          for (let edge = graph.start[from]; edge < graph.start[from + 1]; edge++) {
            const ends = [rows[from], rows[graph.to[edge]]].map(({ node }) =>
              elementsOfEnd(picture, elements, elementOf, endOfNode(picture, elements, node)),
            );
            let places = 0;
            for (const row of rowsBetween(dependencies, filter, ends[0]!, ends[1]!))
              places += dependencies.placeStart[row + 1] - dependencies.placeStart[row];
            expect(places).toBe(graph.weight[edge]);
            inCells += places;
          }
        }
        // Slow and obvious: every reference between different units that is shown between different rows.
        let all = 0;
        const rowOfUnit = (unit: number): number =>
          rows.findIndex(
            ({ node, heading }) =>
              !heading &&
              (unitOfNode(picture, node) < 0
                ? isWithin(picture.arrangement, picture.units.group[unit], node)
                : unitOfNode(picture, node) === unit),
          );
        for (let row = 0; row < dependencies.count; row++) {
          const [a, b] = [dependencies.from[row], dependencies.to[row]].map((e) => picture.units.unitOf[e]);
          if (a < 0 || b < 0 || !passes(dependencies, row, filter) || rowOfUnit(a) === rowOfUnit(b)) continue;
          all += dependencies.placeStart[row + 1] - dependencies.placeStart[row];
        }
        expect(inCells).toBe(all);
      }),
      {
        numRuns: 100,
        examples: [
          // A type that does not count itself, though what it holds does.
          [{ by: 0, grain: 'routines', dropped: [18], kinds: ALL_KINDS, open: oneOpen, flat: false }],
        ],
      },
    );
  });

  it('go against the order exactly right of the diagonal, whatever is open', () => {
    fc.assert(
      fc.property(anyPicture, (chosen) => {
        const { picture, rows } = pictureOf(chosen);
        const graph = rowGraph(picture, rows);
        for (let from = 0; from < graph.count; from++)
          for (let edge = graph.start[from]; edge < graph.start[from + 1]; edge++) {
            const [a, b] = [rows[from].node, rows[graph.to[edge]].node];
            expect(goesAgainst(picture.order, a, b)).toBe(graph.to[edge] > from);
          }
      }),
    );
  });

  it('in one list are the units alone', () => {
    const picture = arrangedBy(arrangements[0], 'files');
    const rows = pictureRows(picture, { scope: 0, flat: true, isOpen: () => false, byName: false });
    expect(rows.length).toBe(picture.units.count);
    expect(rows.every(({ node, depth }) => unitOfNode(picture, node) >= 0 && depth === 0)).toBe(true);
  });

  it('show a chain of groups as one row, and its own parts once it is opened', () => {
    const picture = arrangedBy(arrangements[0], 'files');
    const closed = pictureRows(picture, { scope: 0, flat: false, isOpen: () => false, byName: true });
    const { name } = picture.arrangement;
    expect(closed.map(({ node, chain }) => [...chain, node].map((group) => name[group]).join(' > '))).toEqual(
      [
        'gauge',
        'planner > planner/src > planner/src/main > planner/src/main/java > planner/src/main/java/canal',
        'tides',
        'web',
      ],
    );
  });

  it('open by themselves to enough rows and not too many, the largest groups first', async () => {
    const files: Record<string, string> = {};
    for (let file = 0; file < 60; file++) files[`wide/f${file}.ts`] = 'export const x = 1;\n';
    for (let group = 0; group < 9; group++)
      for (let file = 0; file < 3 * (group + 1); file++)
        files[`g${group}/s${file % 3}/f${file}.ts`] = 'export const x = 1;\n';
    const large = await surveyText(files);
    const all = new Uint8Array(large.elements.count).fill(1);
    const tree = unitTree(large.elements, byFolders(large.elements), 'files', all);
    const picture = arrangedSurvey(large.dependencies, tree, EVERYTHING_RESOLVED);
    const open = openedByItself(picture, 0);
    const rows = pictureRows(picture, {
      scope: 0,
      flat: false,
      isOpen: (group) => open.has(group),
      byName: false,
    });
    expect(rows.length).toBeGreaterThanOrEqual(ENOUGH_ROWS);
    expect(rows.length).toBeLessThanOrEqual(MOST_ROWS);
    expect(open.has(groupNamed(picture.arrangement, 'g8')!)).toBe(true);
    expect(open.has(groupNamed(picture.arrangement, 'g0')!)).toBe(false);
  });

  it('open where most of the code is, or not at all', async () => {
    const opened = async (paths: (at: number) => string): Promise<string[]> => {
      const files: Record<string, string> = {};
      for (let file = 0; file < 100; file++) files[paths(file)] = '';
      for (let file = 0; file < 12; file++) files[`sample/f${file}.ts`] = '';
      const large = await surveyText(files);
      const all = new Uint8Array(large.elements.count).fill(1);
      const tree = unitTree(large.elements, byFolders(large.elements), 'files', all);
      const picture = arrangedSurvey(large.dependencies, tree, EVERYTHING_RESOLVED);
      return [...openedByItself(picture, 0)].map((group) => picture.arrangement.name[group]);
    };
    // Sixty parts of a main folder are shown, more than others would be; a hundred files in one are no picture.
    expect(await opened((at) => `main/part${at % 60}/f${at}.ts`)).toEqual(['main']);
    expect(await opened((at) => `main/f${at}.ts`)).toEqual([]);
  });
});

describe('the ends of a claim', () => {
  const marked = (picture: ArrangedSurvey, end: string): string[] => {
    const marks = elementsOfEnd(picture, survey.elements, elementOf, end);
    return survey.elements.key.filter((_, e) => marks![e] === 1);
  };

  it('are a group with all it holds or itself alone, an element with all it holds, the rest of it, or it alone', () => {
    const packages = arrangedBy(arrangements[1], 'groups');
    const rate = 'planner/src/main/java/canal/tolls/Rate.java#Rate';
    expect(marked(packages, 'packages:canal')).toContain(rate);
    expect(marked(packages, 'packages:canal/.')).not.toContain(rate);
    expect(marked(packages, 'packages:canal/.')).toContain(
      'planner/src/main/java/canal/Barge.java#Barge.toll',
    );
    const routines = arrangedBy(arrangements[0], 'routines');
    expect(marked(routines, rate)).toEqual([rate, `${rate}.of`, `${rate}.ofBarge`]);
    expect(marked(routines, `${rate}/.`)).toEqual([rate]);
    const files = arrangedBy(arrangements[0], 'files');
    expect(marked(files, `${rate}/=`)).toEqual([rate]);
    expect(elementsOfEnd(files, survey.elements, elementOf, 'no/such.ts')).toBeNull();
  });
});

describe('cycles', () => {
  const named = (picture: ArrangedSurvey, sort: string): string[][] =>
    picture.cycles
      .filter(({ tag }) => tag[0] === sort)
      .map(({ members }) => members.map((node) => endOfNode(picture, survey.elements, node)));

  it('are among elements of the grain, and among neighbours with all they hold', () => {
    const byFolder = arrangedBy(arrangements[0], 'files');
    expect(named(byFolder, 'C')).toEqual([
      ['planner/src/main/java/canal/Barge.java', 'planner/src/main/java/canal/tolls/Rate.java'],
      ['web/deep/er/board.ts', 'web/desk.ts'],
    ]);
    expect(named(byFolder, 'G')).toEqual([
      ['planner/src/main/java/canal/tolls', 'planner/src/main/java/canal/Barge.java'],
      ['web/deep', 'web/desk.ts'],
    ]);
  });

  it('of packages tell a package from those below it', () => {
    const picture = arrangedBy(arrangements[1], 'groups');
    expect(named(picture, 'C')).toEqual([['packages:canal/.', 'packages:canal.tolls']]);
    const members = picture.cycles[0].members;
    const marks = members.map((node) =>
      elementsOfEnd(picture, survey.elements, elementOf, endOfNode(picture, survey.elements, node)),
    );
    const places = (from: number, to: number): number => {
      let sum = 0;
      for (const row of rowsBetween(survey.dependencies, EVERYTHING_RESOLVED, marks[from]!, marks[to]!))
        sum += survey.dependencies.placeStart[row + 1] - survey.dependencies.placeStart[row];
      return sum;
    };
    // A member that lies inside another: what is counted between them is what is listed.
    const ofMembers = Int32Array.from({ length: picture.units.count }, (_, unit) =>
      members.findIndex((node) => unitOfNode(picture, node) === unit),
    );
    const graph = rollUpUnits(picture.graph, ofMembers, 2);
    expect([places(0, 1), places(1, 0)]).toEqual([graph.weight[0], graph.weight[1]]);
  });

  it('are numbered from the largest, and one of files is not listed again as one of neighbours', () => {
    for (const arrangement of arrangements)
      for (const grain of grains) {
        const { cycles } = arrangedBy(arrangement, grain);
        for (const sort of ['C', 'G']) {
          const own = cycles.filter(({ tag }) => tag[0] === sort);
          expect(own.map(({ tag }) => tag)).toEqual(own.map((_, i) => `${sort}${i + 1}`));
          const sizes = own.map(({ members }) => members.length);
          expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
        }
        expect(new Set(cycles.map(({ members }) => members.join())).size).toBe(cycles.length);
      }
  });
});
