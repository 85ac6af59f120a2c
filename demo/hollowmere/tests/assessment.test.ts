import { zero } from '@kernel';
import { Barge } from '#fleet/barge';
import { assessPassage } from '../src/tolls/assessment';
import type { Dimensions } from '../src/fleet/vessel';

const small = {} as Dimensions;
const heron = new Barge('vessel-1' as never, 'Heron', small, 'open', 200);

export const crownVesselsPayNothing = assessPassage(
  { vessel: heron, kilometres: 10, locks: 1, month: 3, year: 1950, purpose: 'freight', night: false, convoy: 0, loaded: true },
  [],
).hundredths === zero().hundredths;
