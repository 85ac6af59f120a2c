import { describe, expect, it } from 'vitest';
import type { NodeLabel } from '../../../server/views/graphQuery/labels.ts';
import { cycleInMatrix } from './inMatrix.ts';

const member = (key: string, kind: NodeLabel['kind'] = 'file'): NodeLabel => ({
  key,
  name: key,
  kind,
  end: key,
  isRest: false,
});

describe('a cycle in the matrix', () => {
  it('begins in the folder that holds all its members, opened down to each', () => {
    const members = ['src/a/deep/x.ts', 'src/a/y.ts', 'src/b/z.ts'].map((key) => member(key));
    expect(cycleInMatrix({ members, within: null })).toEqual({
      in: 'src',
      open: ['src/a', 'src/a/deep', 'src/b'],
      focus: 'src/a/deep/x.ts',
    });
  });

  it('of neighbours is closed within the group that holds them; of routines opens to their files', () => {
    const folders = [member('src/a', 'folder'), member('src/b', 'folder')];
    expect(cycleInMatrix({ members: folders, within: 'src' })).toEqual({
      in: 'src',
      open: [''],
      focus: 'src/a',
    });
    const routines = [member('src/a.ts#f', 'routine'), member('src/a.ts#g', 'routine')];
    expect(cycleInMatrix({ members: routines, within: null })).toEqual({
      in: 'src',
      open: [''],
      focus: 'src/a.ts#f',
    });
    const packages = [member('packages:a', 'group'), member('packages:b', 'group')];
    expect(cycleInMatrix({ members: packages, within: null })).toEqual({ focus: 'packages:a' });
  });
});
