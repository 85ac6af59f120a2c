import { describe, expect, it } from 'vitest';
import { foldersOfPaths, isTooDeep } from './codeSource.ts';

const file = { kind: 'file', size: 1, stamp: '' } as const;
const deep = (parts: number): string => [...Array<string>(parts - 1).fill('d'), 'a.ts'].join('/');

describe('paths as folders', () => {
  it('have each entry once, sorted, with the folders between', () => {
    const { folders, refused } = foldersOfPaths(
      new Map([
        ['src/b/c.ts', file],
        ['src/a.ts', file],
        ['z.ts', file],
      ]),
    );
    const names = (path: string): string[] => folders.get(path)!.map(({ name, kind }) => `${kind} ${name}`);
    expect(names('')).toEqual(['folder src', 'file z.ts']);
    expect(names('src')).toEqual(['file a.ts', 'folder b']);
    expect(names('src/b')).toEqual(['file c.ts']);
    expect(refused).toEqual([]);
  });

  it('that go on for ever are refused with the reason, and their folders are not made', () => {
    expect([isTooDeep(deep(200)), isTooDeep(deep(201)), isTooDeep('a.ts')]).toEqual([false, true, false]);
    const { folders, refused } = foldersOfPaths(
      new Map([
        [deep(200), file],
        [`x/${deep(6_000)}`, file],
      ]),
    );
    expect(folders.size).toBe(200);
    expect(folders.has('x')).toBe(false);
    expect(refused).toEqual([
      {
        path: expect.stringMatching(/^x\/d\/d.*…$/) as string,
        reason: 'unreadable',
        detail: 'its path has more than 200 parts',
      },
    ]);
    expect(refused[0].path.length).toBeLessThan(300);
  });
});
