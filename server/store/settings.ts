import { z } from 'zod';
import { defaultLimits } from '../source/archive/limits.ts';
import type { Store } from './database.ts';

const gigabytes = z.coerce.number().positive().max(10_000);

/** What a user may set for the whole program. Sizes are in gigabytes. */
export const settingsSchema = z.object({
  /** The largest archive that may be uploaded. */
  uploadLimit: gigabytes.default(4),
  /** The most that an archive may hold, unpacked. */
  unpackedLimit: gigabytes.default(defaultLimits.unpackedBytes / 1024 ** 3),
});
export type Settings = z.infer<typeof settingsSchema>;

export function settings(store: Store): Settings {
  const rows = store.prepare('SELECT name, value FROM setting').all() as { name: string; value: string }[];
  const parsed = settingsSchema.safeParse(Object.fromEntries(rows.map(({ name, value }) => [name, value])));
  return parsed.success ? parsed.data : settingsSchema.parse({});
}

export function saveSettings(store: Store, chosen: Settings): void {
  const save = store.prepare('INSERT OR REPLACE INTO setting (name, value) VALUES (?, ?)');
  store.transaction(() => {
    for (const [name, value] of Object.entries(chosen)) save.run(name, String(value));
  })();
}
