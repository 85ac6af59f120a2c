import { expect, it } from 'vitest';
import { groupNames } from './groupNames.ts';

it('groups are called by as little of their paths as tells them apart', () => {
  expect(groupNames(['src/tolls', 'src/locks', 'web/locks', 'water'])).toEqual([
    'tolls',
    'src/locks',
    'web/locks',
    'water',
  ]);
  expect(groupNames(['com.canal.ser', 'com.canal.deser', 'com.canal'])).toEqual(['ser', 'deser', 'canal']);
  // One that ends another is told by the part before, as far as it has any.
  expect(groupNames(['a.x.z', 'b.x.z', 'z'])).toEqual(['a.x.z', 'b.x.z', 'z']);
  expect(groupNames(['same', 'same', ''])).toEqual(['same', 'same', '']);
});
