import { expect, it } from 'vitest';
import { plainBase } from './glob.ts';

it.each([
  ['src/canal/*.ts', 'src/canal'],
  ['src/*/deep/a.ts', 'src'],
  ['src/**/a.ts', 'src'],
  ['*.ts', ''],
])('%s begins with the folders %s', (pattern, base) => {
  expect(plainBase(pattern)).toBe(base);
});
