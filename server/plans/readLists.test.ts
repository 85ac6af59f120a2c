import { describe, expect, it } from 'vitest';
import { planOfOwners, planOfTable } from './readLists.ts';

const placed = ({ placings }: { placings: { target: string; module: string | null }[] }) =>
  placings.map(({ target, module }) => [target, module]);

describe('a table of paths and modules', () => {
  it('may have a head, quotes, folders, globs and other signs between its columns', () => {
    const plan = planOfTable(
      '\uFEFFPath;Module\n"src/a;b.ts";Tolls & Dues\nsrc/locks/;Locks\n\nsrc/*.sql;Store\n',
      'm.csv',
    );
    expect(plan.modules.map(({ id, name }) => [id, name])).toEqual([
      ['tolls-dues', 'Tolls & Dues'],
      ['locks', 'Locks'],
      ['store', 'Store'],
    ]);
    expect(placed(plan)).toEqual([
      ['src/*.sql', 'store'],
      ['src/a;b.ts', 'tolls-dues'],
      ['src/locks/**', 'locks'],
    ]);
    expect(plan.placings.every(({ isSettled }) => isSettled)).toBe(true);
    expect(placed(planOfTable('a.ts\tX\na.ts\tX\n', 'm.tsv'))).toEqual([['a.ts', 'x']]);
  });

  it('is refused with the line that is wrong', () => {
    expect(() => planOfTable('a.ts,X\nb.ts\n', 'm.csv')).toThrow(
      'm.csv, line 2: expected a path and a module',
    );
    expect(() => planOfTable('a.ts,X\nb.ts,Y\na.ts,Y\n', 'm.csv')).toThrow(
      'm.csv, line 3: a.ts is in Y here and in X on line 1.',
    );
    expect(() => planOfTable('path,module\n', 'm.csv')).toThrow(
      'm.csv has no line with a path and a module.',
    );
    expect(() => planOfTable('a.ts,"X\n', 'm.csv')).toThrow('m.csv is not a table');
  });
});

describe('a list of owners', () => {
  const paths = ['readme.md', 'src/a.ts', 'src/sql/b.sql', 'web/c.ts', 'web/deep/d.ts'];

  it('is held to files by its last line that matches, as it is where such are kept', () => {
    const text =
      '# who owns what\n* @all\n[Desk]\n/web/ @desk @other\n*.sql @store # not the code\nweb/deep/\n';
    const plan = planOfOwners(text, 'CODEOWNERS', paths);
    expect(plan.modules.map(({ name }) => name)).toEqual(['all', 'store', 'desk']);
    expect(placed(plan)).toEqual([
      ['readme.md', 'all'],
      ['src/a.ts', 'all'],
      ['src/sql/b.sql', 'store'],
      ['web/c.ts', 'desk'],
    ]);
  });

  it('is refused where it owns nothing', () => {
    expect(() => planOfOwners('/sea/ @navy\n', 'CODEOWNERS', paths)).toThrow(
      'matches no file of this survey',
    );
    expect(() => planOfOwners('# nothing\nsrc/\n', 'CODEOWNERS', paths)).toThrow('names no owner');
    expect(() => planOfOwners('a @x\n'.repeat(5001), 'OWNERS', paths)).toThrow('more than 5000 patterns');
  });
});
