import type { Conversions } from '../../contracts/language.ts';
import { numbersByWidth } from '../reading/primitives.ts';

/** The platform's names of the primitive types. */
const aliases = {
  String: 'string',
  Object: 'object',
  Byte: 'byte',
  Int16: 'short',
  Char: 'char',
  Int32: 'int',
  Int64: 'long',
  Single: 'float',
  Double: 'double',
  Boolean: 'bool',
  Decimal: 'decimal',
};

/** What fits where in C# (the language's specification, chapter on conversions), but for those that types declare themselves. */
export const conversions: Conversions = { widening: numbersByWidth, root: 'object', aliases };
