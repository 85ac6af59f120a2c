import { addDays, startOfDay } from '@kernel';
import { isUsable, type Reading } from './reading';

export interface DayMean {
  day: Date;
  mean: number;
  count: number;
}

export function dailyMeans(readings: Reading[], from: Date, days: number): DayMean[] {
  const means: DayMean[] = [];
  for (let i = 0; i < days; i++) {
    const day = addDays(startOfDay(from), i);
    const end = addDays(day, 1);
    const own = readings.filter((reading) => isUsable(reading) && reading.at >= day && reading.at < end);
    const total = own.reduce((sum, reading) => sum + reading.level, 0);
    means.push({ day, mean: own.length === 0 ? NaN : total / own.length, count: own.length });
  }
  return means;
}
