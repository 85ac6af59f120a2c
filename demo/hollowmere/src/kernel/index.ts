export * from './identity';
export * from './quantities';
export * from './result';
export { Money, zero, sum } from './money';
export type { Currency } from './money';
export { addDays, daysBetween, isWeekend, startOfDay } from './calendar';
export * as text from './text';
