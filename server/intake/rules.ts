import { globMatcher, plainBase } from '../../core/search/glob.ts';
import { z } from 'zod';
import { turnableReasons, type TurnableReason } from './reasons.ts';

const glob = z.string().trim().min(1).max(1_000);
const path = z.string().max(4_096);

/** What a user has decided about a codebase's intake and linking. Kept with the codebase, and with each survey of it. */
export const rulesSchema = z.object({
  /** Reasons that are turned round as a whole. */
  turned: z.array(z.enum(turnableReasons)).default([]),
  /** Paths that are read or left out whatever else is said of them; of several that match, the last decides. */
  choices: z.array(z.object({ glob, take: z.enum(['read', 'leaveOut']) })).default([]),
  /** Files that count as tests, or do not, whatever their names say. */
  tests: z.array(z.object({ glob, isTest: z.boolean() })).default([]),
  /** Languages of files, whatever their endings say. */
  languages: z.array(z.object({ glob, language: z.string() })).default([]),
  /** Folders from which imports are also resolved. */
  sourceRoots: z.array(path).default([]),
  /** Macros that builds define, as `NAME`, `NAME=text` or `NAME(x)=text`. */
  defines: z.array(z.string().max(1_000)).default([]),
  /** Project files that are not to be believed. */
  projectFilesOff: z.array(path).default([]),
  /** Names of gaps that lie outside on purpose. */
  externals: z.array(path).default([]),
});
export type IntakeRules = z.infer<typeof rulesSchema>;

export const noRules: IntakeRules = rulesSchema.parse({});

/** Rules made ready for many paths. */
export interface RuleMatcher {
  /** The last choice that matches a file, or a folder as a whole. */
  choice(path: string): { take: 'read' | 'leaveOut'; glob: string } | undefined;
  /** True when a choice may ask for something inside a folder that is left out otherwise. */
  mayReadInside(folder: string): boolean;
  isTurned(reason: TurnableReason): boolean;
  isTest(path: string): boolean | undefined;
  language(path: string): string | undefined;
}

export function matcherOf(rules: IntakeRules): RuleMatcher {
  const last = <T extends { glob: string }>(entries: T[]): ((path: string) => T | undefined) => {
    const matching = entries.map((entry) => ({ entry, matches: globMatcher(entry.glob) })).reverse();
    return (wanted) => matching.find(({ matches }) => matches(wanted))?.entry;
  };
  const choices = last(rules.choices);
  const tests = last(rules.tests);
  const languages = last(rules.languages);
  const turned = new Set<string>(rules.turned);
  const read = rules.choices
    .filter(({ take }) => take === 'read')
    .map(({ glob: pattern }) => ({
      base: plainBase(pattern),
      matches: globMatcher(pattern),
    }));
  return {
    choice: choices,
    mayReadInside: (folder) =>
      read.some(
        ({ base, matches }) =>
          base === folder || base.startsWith(`${folder}/`) || matches(folder) || matches(`${folder}/any`),
      ),
    isTurned: (reason) => turned.has(reason),
    isTest: (wanted) => tests(wanted)?.isTest,
    language: (wanted) => languages(wanted)?.language,
  };
}

/** The glob that matches one path and no other; of a folder (`a/b/`), all that is in it. */
export function globOf(wanted: string): string {
  const escaped = wanted.replace(/[\\*?[\]{}()!+@|^$"'<>]/g, '\\$&');
  return wanted.endsWith('/') ? `${escaped}**` : escaped;
}
