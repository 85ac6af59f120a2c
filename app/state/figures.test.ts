import { describe, expect, it } from 'vitest';
import { counted, duration, figure, percent } from './figures.ts';

describe('figures as they are shown', () => {
  it('separate thousands, and have as many decimals as asked for', () => {
    expect([figure(0), figure(1234567), figure(0.5), figure(2.005, 2)]).toEqual([
      '0',
      '1,234,567',
      '1',
      '2.01',
    ]);
    expect(figure(12, 1)).toBe('12.0');
  });

  it('count in words', () => {
    expect([counted(0, 'file'), counted(1, 'file'), counted(2000, 'file')]).toEqual([
      '0 files',
      '1 file',
      '2,000 files',
    ]);
    expect(counted(1, 'file or folder', 'files and folders')).toBe('1 file or folder');
  });

  it('tell shares and times', () => {
    expect([percent(0.5), percent(0.1234, 1), percent(1)]).toEqual(['50 %', '12.3 %', '100 %']);
    expect([duration(0.2), duration(42), duration(90), duration(3900)]).toEqual([
      '1 s',
      '42 s',
      '2 min',
      '1 h 5 min',
    ]);
  });
});
