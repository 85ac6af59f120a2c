import { figureInCell } from './drawMatrix.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { MatrixPicture } from '../../../server/views/matrixView.ts';
import { beginsLevel } from './inView.ts';
import type { Marking } from '../../../core/marks/marking.ts';
import { chosenColours, dark, light } from '../../../server/export/sheetLook.ts';
import {
  clampedOrigin,
  fittingCell,
  insetOf,
  moveTo,
  restingCell,
  spotAt,
  viewOf,
  type Geometry,
} from './geometry.ts';
import { cellsAgainst, contrast, countAt, INKS, inkOf, inksOf, rowOfFocus, sceneOf } from './scene.ts';

const row = (key: string, level = 0) => ({
  key,
  name: key,
  kind: 'file' as const,
  end: key,
  isRest: false,
  chain: [],
  depth: 0,
  level,
  heading: false,
  opens: false,
  marked: 0,
  noted: 0,
  recursion: 0,
});

const picture: MatrixPicture = {
  rows: [row('src/a.ts'), row('src/b.ts', 1), row('src/c.ts', 2)],
  cells: { row: [2, 1, 0], column: [0, 0, 2], count: [5, 40, 1] },
  brackets: [],
  cycleCount: 0,
  totals: { references: 46, againstReferences: 1, againstCells: 1, largest: 40 },
  against: [],
  broken: [],
  open: [],
  isOpenByHand: false,
  unused: [],
};

describe('the scene of a matrix', () => {
  const scene = sceneOf(picture, 'src', true);

  it('finds the count of any cell, and 0 in an empty one', () => {
    expect([countAt(scene, 2, 0), countAt(scene, 1, 0), countAt(scene, 0, 2), countAt(scene, 0, 1)]).toEqual([
      5, 40, 1, 0,
    ]);
  });

  it('knows the cells against the order', () => {
    expect(cellsAgainst(scene)).toEqual([{ row: 0, column: 2 }]);
  });

  it('labels files by their path below the scope', () => {
    expect(scene.labels).toEqual(['a.ts', 'b.ts', 'c.ts']);
  });

  it('labels a chain of groups as one, and what is left of a type or a group as such', () => {
    const rows = [
      { ...row('src/main'), kind: 'folder' as const, name: 'main', chain: ['src'] },
      { ...row('packages:canal.tolls'), kind: 'group' as const, name: 'tolls', chain: ['canal'] },
      { ...row('src/a.ts'), name: 'a.ts', end: 'src/a.ts/.', isRest: true },
      { ...row('src/tolls'), kind: 'folder' as const, name: 'tolls', end: 'src/tolls/.', isRest: true },
    ];
    expect(
      sceneOf({ ...picture, rows, cells: { row: [], column: [], count: [] } }, '', false).labels,
    ).toEqual(['src/main', 'canal.tolls', 'a.ts, the rest', 'tolls (direct members)']);
  });

  it('has levels to tell apart in a tree, and none in one list', () => {
    expect([0, 1, 2].map((row) => beginsLevel(sceneOf(picture, 'src', false), row))).toEqual([
      true,
      true,
      true,
    ]);
    expect([0, 1, 2].map((row) => beginsLevel(scene, row))).toEqual([false, false, false]);
  });

  it('tells rows of one name apart, whatever their headings say', () => {
    const rows = [row('src/a/index.ts'), row('src/b/index.ts', 1), row('src/c.ts', 2)];
    expect(sceneOf({ ...picture, rows }, '', false).labels).toEqual(['a/index.ts', 'b/index.ts', 'c.ts']);
  });

  it('bears the marks of its rows, in the colour that was chosen', () => {
    const mark: Marking = {
      ...{ id: 1, name: 'canal', manner: 'frame', colour: 'moss', pattern: null, keys: [] },
    };
    const { marks } = sceneOf(picture, '', false, (key) => (key === 'src/b.ts' ? mark : null));
    expect(marks).toEqual([null, { manner: 'frame', colours: chosenColours.moss }, null]);
    expect(scene.marks).toEqual([null, null, null]);
  });

  it('marks the focus where it stands, or the row that it is inside of', () => {
    const heading = { ...row('src'), heading: true };
    const rows = [heading, row('src/tolls'), row('src/a.ts'), row('src/a.tsx')];
    const marked = (focus: string | null) => rows[rowOfFocus(rows, focus)]?.key;
    expect([marked('src/a.ts'), marked('src/tolls/rate.ts#Rate.of'), marked('src/a.ts#f')]).toEqual([
      'src/a.ts',
      'src/tolls',
      'src/a.ts',
    ]);
    expect([marked('src'), marked('elsewhere'), marked(null)]).toEqual(['src', undefined, undefined]);
  });

  it('figures of cells can be read on every ink, in both themes', () => {
    for (const colours of [light, dark])
      for (const { fill, figure } of [...inksOf(colours).ramp, ...inksOf(colours).against])
        expect(contrast(fill, figure)).toBeGreaterThanOrEqual(4.5);
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21);
  });

  it('more references are never less ink', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.integer({ min: 1, max: 5000 }), (a, b) => {
        const largest = Math.max(a, b);
        expect(inkOf(Math.min(a, b), largest)).toBeLessThanOrEqual(inkOf(largest, largest));
        expect(inkOf(largest, largest)).toBe(INKS - 1);
      }),
    );
  });
});

describe('the geometry of the canvas', () => {
  const geometry: Geometry = {
    width: 500,
    height: 400,
    left: 100,
    top: 80,
    count: 10,
    cell: 20,
    x: 100,
    y: 80,
  };
  const depth = (): number => 0;

  it('tells cells, row labels, folder marks and column labels apart', () => {
    expect(spotAt(geometry, depth, 125, 85)).toEqual({ part: 'cell', row: 0, column: 1 });
    expect(spotAt(geometry, depth, 60, 125)).toEqual({ part: 'rowLabel', row: 2, onMark: false });
    expect(spotAt(geometry, depth, 24, 125)).toEqual({ part: 'rowLabel', row: 2, onMark: true });
    expect(spotAt(geometry, depth, 130, 70)).toMatchObject({ part: 'columnLabel', column: 1 });
    expect(spotAt(geometry, depth, 480, 300)).toBeNull();
  });

  it('follows the sheet when it was moved', () => {
    expect(spotAt({ ...geometry, x: 60, y: 40 }, depth, 105, 85)).toEqual({
      part: 'cell',
      row: 2,
      column: 2,
    });
  });

  it('the whole matrix fits at first, and no cell is larger than drawn', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3000 }), (count) => {
        const cell = fittingCell(900, 650, 200, 100, count);
        expect(cell).toBeLessThanOrEqual(29);
        if (cell > 0.2) expect(cell * count).toBeLessThanOrEqual(650 - 100);
      }),
    );
  });

  it('rows have names at first, however many there are, and fit where they can with names', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), (count) => {
        const fitting = fittingCell(900, 650, 200, 100, count);
        const cell = restingCell(fitting);
        expect(cell).toBeGreaterThanOrEqual(15);
        expect(cell === fitting).toBe(fitting >= 15);
      }),
    );
  });

  it('the inset shows what is in view, and a point of it is brought to the middle', () => {
    expect(insetOf(geometry)).toBeNull();
    const large = { ...geometry, count: 100, cell: 15, left: 200, top: 120, x: 200 - 450, y: 120 - 300 };
    const inset = insetOf(large)!;
    expect(inset.size).toBe(120 - 24);
    expect(viewOf(large)).toEqual({ x: 0.3, y: 0.2, width: 300 / 1500, height: 280 / 1500 });
    const { dx, dy } = moveTo(large, inset, inset.x + inset.size / 2, inset.y + inset.size / 2);
    const moved = viewOf({ ...large, x: large.x + dx, y: large.y + dy });
    expect(moved.x + moved.width / 2).toBeCloseTo(0.5);
    expect(moved.y + moved.height / 2).toBeCloseTo(0.5);
  });

  it('a sheet smaller than the area stays at the labels; a larger one never shows what is beyond it', () => {
    expect(clampedOrigin(300, 100, 400, 200)).toBe(100);
    expect(clampedOrigin(-50, 100, 400, 200)).toBe(100);
    expect(clampedOrigin(-5000, 100, 400, 1000)).toBe(100 + 400 - 1000 - 24);
  });
});

describe('the figure of a cell', () => {
  const inCell = (count: number, room: number): string | null => {
    const figure = figureInCell(count, { room, size: 10, perLetter: 6 });
    return figure && `${figure.text} ${figure.size}`;
  };

  it.each([
    [7, 12, '7 10'],
    [463, 18, '463 10'],
    [463, 14, '463 7.5'],
    [463, 13, '463 7'],
    [463, 12, null],
    [2_463, 24, '2.5k 10'],
    [2_463, 12, '2k 10'],
    [63_463, 14, '63k 7.5'],
  ])('%i in %i pixels: %s', (count, room, expected) => {
    expect(inCell(count, room)).toBe(expected);
  });
});
