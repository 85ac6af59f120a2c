import { expect, it } from 'vitest';
import { typeOfNumber } from './expressions.ts';

it.each([
  ['0', 'nullConstant'],
  ['12', 'int'],
  ['0x1F', 'int'],
  ['0xFEu', 'unsigned int'],
  ['7L', 'long'],
  ['7ull', 'unsigned long long'],
  ['1e3', 'double'],
  ['2.5f', 'float'],
  ['0x1.8p3', 'double'],
])('%s is a number of type %s', (text, type) => {
  expect(typeOfNumber(text)).toBe(type);
});
