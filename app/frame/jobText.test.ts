import { describe, expect, it } from 'vitest';
import type { LiveJob } from '../../server/views/codebaseState.ts';
import { againLabel, hasFailed, jobText } from './jobText.ts';

const job = (own: Partial<LiveJob>): LiveJob =>
  ({
    state: 'running',
    phase: 'extract',
    done: 0,
    total: 3_000,
    elapsedMs: 5_000,
    step: '',
    ahead: 0,
    ...own,
  }) as LiveJob;

describe('a job under way', () => {
  it.each([
    [{ state: 'waiting', ahead: 0 }, 'about to begin'],
    [{ state: 'waiting', ahead: 2 }, 'waiting for 2 others to end'],
    [{ total: 0, phase: 'open', step: 'fetching', elapsedMs: 500 }, 'fetching'],
    [{ done: 1 }, 'reading and parsing: 1 of 3,000 files, 0 a second, estimating the time left, 5 s so far'],
    [
      { done: 1_000, elapsedMs: 10_000 },
      'reading and parsing: 1,000 of 3,000 files, 100 a second, 20 s left, 10 s so far',
    ],
    [
      { done: 1_000, phase: 'link', elapsedMs: 10_000 },
      'resolving names and imports: 1,000 of 3,000 files, 10 s so far',
    ],
  ] as [Partial<LiveJob>, string][])('%j says %s', (own, text) => {
    expect(jobText(job(own))).toBe(text);
  });
});

describe('a survey that has ended', () => {
  it.each([
    ['finished', true, 'Survey again', false],
    ['running', true, 'Survey again', false],
    ['stopped', true, 'Resume', true],
    ['interrupted', false, 'Resume', true],
    ['failed', true, 'Survey again', true],
    ['failed', false, 'Try again', true],
  ] as const)('%s, with an earlier one: %s, offers %s', (state, isSurveyed, label, failed) => {
    expect(againLabel({ state }, isSurveyed)).toBe(label);
    expect(hasFailed({ state })).toBe(failed);
  });
});
