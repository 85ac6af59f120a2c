import { z } from 'zod';
import type { Judged } from '../judgedSurvey.ts';
import type { ModulePlan } from '../../plan/modulePlan.ts';
import type { RuleWords } from '../ruleWords.ts';
import type { Violation } from '../violation.ts';

/** What became of one rule. */
export interface Broken {
  violations: Violation[];
  /** True where nothing in the survey could break it. */
  isIdle: boolean;
  /** Groups of an order that hold nothing. */
  empty?: string[];
}

/** What a rule is read with, beside its own text. */
export interface Reading {
  /** The modules that the file brings, which orders may name; null for none. */
  plan: ModulePlan | null;
  /** Says what is wrong, at a place within the rule. */
  refuse(at: readonly PropertyKey[], why: string): never;
}

/** A rule of any kind, as far as what reads it must know. */
type AnyRule = RuleWords & { sort: string };

/** One way to write a rule of a kind: by the key that tells it from others. */
export interface Form {
  /** The fields of it alone, without those that every rule has. */
  fields: z.ZodRawShape;
  /** What must hold of several fields together. */
  holds?: { test(said: Record<string, unknown>): boolean; why: string };
  read(said: Record<string, unknown>, words: RuleWords, reading: Reading): AnyRule;
}

/** A form, its reading typed by its fields. */
export function form<Fields extends z.ZodRawShape>(
  fields: Fields,
  read: (said: z.infer<z.ZodObject<Fields>>, words: RuleWords, reading: Reading) => AnyRule,
  holds?: { test(said: z.infer<z.ZodObject<Fields>>): boolean; why: string },
): Form {
  // What is read was held to the fields before.
  return { fields, read, holds };
}

/** All that there is to a kind of rule: how it is written, what it says, and what breaks it. */
export interface RuleKind<R> {
  /** By the key that a file says it with. */
  forms: Record<string, Form>;
  /** What a rule forbids, in words. */
  sentence(rule: R): string;
  /** The patterns that it says, each of which ought to match something. */
  patterns(rule: R): readonly string[];
  judge(rule: R, on: Judged): Broken;
  /** Violations that are no use of one file by another, by their kind: what such a one is, in words. */
  violations?: Record<string, (violation: Violation) => string>;
}

/** What is written as a pattern and never matches, with what would. */
const slips: [RegExp, string][] = [
  [/^\.\.?\//, 'a pattern begins at the root of the codebase: leave out the ./ at its beginning.'],
  [/^\//, 'a pattern begins at the root of the codebase: leave out the / at its beginning.'],
  [/^!/, 'a pattern cannot be turned round by !: name what is meant.'],
  [/\\[^*?[\]{}\\!]/, 'folders are separated by /, not by a backslash.'],
  [/^(?:[^\\[]|\\.)*\[[^\]]*$/, 'the bracket [ is not closed; for the sign itself write \\[.'],
  [/^(?:[^\\{]|\\.)*\{[^}]*$/, 'the brace { is not closed; for the sign itself write \\{.'],
];

export const pattern = z
  .string()
  .min(1)
  .max(500)
  .superRefine((said, context) => {
    const slip = slips.find(([form]) => form.test(said));
    if (slip) context.addIssue({ code: 'custom', message: slip[1] });
  });
export const patterns = z.union([pattern, z.array(pattern).min(1)]).transform((all) => [all].flat());
export const ruleName = z.string().trim().min(1).max(120);
