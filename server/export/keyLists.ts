import { z } from 'zod';
import { plainCell } from './csv.ts';
import { Problem } from '../problem.ts';

const importSchema = z.union([z.array(z.string()), z.object({ keys: z.array(z.string()) })]);

/** Keys from a file: JSON as it is exported, or one key a line, the first column of a table. Throws a Problem on other JSON. */
export function keysIn(text: string): string[] {
  const trimmed = text.trim();
  if (/^[[{]/.test(trimmed)) {
    try {
      const parsed = importSchema.parse(JSON.parse(trimmed));
      return Array.isArray(parsed) ? parsed : parsed.keys;
    } catch {
      throw new Problem(
        'badRequest',
        'This JSON holds no shortlist: a list of keys, or an object with `keys`.',
      );
    }
  }
  const lines = trimmed.split(/\r?\n/).map((line) => line.trim());
  const keys = lines.map(
    (line) => /^"((?:[^"]|"")*)"/.exec(line)?.[1].replaceAll('""', '"') ?? line.split(',')[0],
  );
  return keys.map(plainCell).filter((key, at) => key !== '' && !(at === 0 && key === 'key'));
}
