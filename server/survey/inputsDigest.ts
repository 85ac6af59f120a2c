import { createHash } from 'node:crypto';
import type { MacroTables } from '../extract/macroTables.ts';
import type { Intake } from '../intake/intake.ts';
import type { IntakeRules } from '../intake/rules.ts';

/**
 * Tells one state of a codebase, and of what was decided about it, from every other: two intakes of one digest give the same
 * survey by the same program. When files were last touched is no part of it. O(files).
 */
export function inputsDigest(
  intake: Intake,
  rules: IntakeRules,
  { cacheKey }: Pick<MacroTables, 'cacheKey'>,
): string {
  const [files, configuration, mentioning] = [intake.files, intake.configuration, intake.mentioning].map(
    (list) => list.map(({ stamp: _, ...file }) => ({ ...file, key: cacheKey(file) })),
  );
  const said = JSON.stringify(
    [{ ...intake, files, configuration, mentioning }, rules],
    (_, value: unknown) =>
      value instanceof Map || value instanceof Set ? [...(value as Iterable<unknown>)] : value,
  );
  return createHash('sha256').update(said).digest('hex');
}
