import { z } from 'zod';
import { pattern, ruleName as name } from '../../../core/judge/kinds/kind.ts';
import { forms, type Rule } from '../../../core/judge/kinds/registry.ts';
import type { Exception } from '../../../core/judge/violation.ts';
import { lettersWrittenOut } from '../../../core/search/glob.ts';
import type { RuleBook } from '../../../core/judge/rules.ts';
import type { RuleWords } from '../../../core/judge/ruleWords.ts';
import type { ModulePlan } from '../../../core/plan/modulePlan.ts';
import { noRules, rulesSchema, type IntakeRules } from '../../intake/rules.ts';
import { firstWrong } from '../../plans/issueWords.ts';
import { parsedWithPlaces } from '../../plans/parsedText.ts';
import { planFileSchema, planOfFile, type PlanFile } from '../../plans/planFile.ts';
import { Problem } from '../../problem.ts';
import { certaintyChoices, filterOf, kindChoices } from '../graphQuery/filters.ts';

/** The version of the format that is read. */
export const RULES_VERSION = 1;

const choice = <T extends object>(choices: T) =>
  z.enum(Object.keys(choices) as [keyof T & string, ...(keyof T & string)[]]);

const common = {
  name,
  reason: z.string().max(500).default(''),
  severity: z.enum(['error', 'warning']).default('error'),
  kinds: choice(kindChoices).default('any'),
  certainty: choice(certaintyChoices).default('resolved'),
  tests: z.enum(['in', 'out']).default('out'),
};

/** The whole of each form of a rule. */
const ruleSchemas: Record<string, z.ZodType<CommonWords>> = Object.fromEntries(
  Object.entries(forms).map(([key, { fields, holds }]) => {
    const schema = z.strictObject({ ...common, ...fields });
    return [key, holds === undefined ? schema : schema.refine(holds.test, holds.why)];
  }),
);

const DAY = 'a day that there is was expected, written as 2027-01-31.';
const day = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}$/, DAY)
  .refine(isDay, DAY);
const exceptionSchema = z.strictObject({
  rule: name.optional(),
  from: pattern,
  to: pattern.default('**'),
  reason: z.string().min(1).max(500),
  by: z.string().max(80).default(''),
  until: day.optional(),
  most: z.number().int().min(1).optional(),
});

const beside = {
  /** Modules, as a plan in a file of its own has them; orders may name them. */
  plan: planFileSchema.optional(),
  exceptions: z.array(exceptionSchema).default([]),
  /** Entry points, beside those that are found. */
  entries: z.array(pattern).default([]),
  /** What is read, and as what: as the interface decides it. */
  intake: rulesSchema.strict().default(noRules),
};
/** Which sort a rule is of is found first, so that what is wrong in it can be told. */
const bookSchema = z.strictObject({
  yletope: z.number(),
  rules: z.array(z.record(z.string(), z.unknown())).default([]),
  ...beside,
});
/** All of it, as it is published. */
const publishedSchema = z.strictObject({
  yletope: z.literal(RULES_VERSION),
  rules: z.array(z.union(Object.values(ruleSchemas))).default([]),
  ...beside,
});

/** Rules as a view needs them, which is shown whether they can be read or not. */
export interface RulesInUse {
  /** Without rules where they cannot be read. */
  book: RulesFile;
  /** Why they cannot be read; null where they can. */
  problem: string | null;
}

const none: RulesFile = { rules: [], exceptions: [], entries: [], intake: noRules, plan: null };

/** The rules of a text that is kept, or that a codebase brings: '' for none. An earlier version may have kept what this one refuses. */
export function rulesInUse(text: string, name = 'the rules'): RulesInUse {
  if (text === '') return { book: none, problem: null };
  try {
    return { book: readRules({ name, text }), problem: null };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return { book: none, problem: error.message };
  }
}

/** True where something is decided of intake. */
export const saysAnything = (intake: IntakeRules): boolean =>
  Object.values(intake).some((decided) => decided.length > 0);

/** JSON Schema of the file, for editors and other programs: docs/yletope.schema.json. */
export function rulesSchemaText(): string {
  const schema = z.toJSONSchema(publishedSchema, { io: 'input' });
  return `${JSON.stringify({ title: 'yletope.yaml', ...schema }, null, 2)}\n`;
}

/** All that a file says: rules, exceptions, and what is to be read at all. */
export interface RulesFile extends RuleBook {
  /** Patterns of entry points. */
  entries: readonly string[];
  intake: IntakeRules;
  /** The modules that its orders may name; null where it says none. */
  plan: ModulePlan | null;
}

/**
 * The rules that a file says (docs/rules.md), whole or not at all. Throws a Problem (`badRequest`) with the line and column of what
 * is wrong.
 */
export function readRules({ name: file, text }: { name: string; text: string }): RulesFile {
  const { data, placeOf } = parsedWithPlaces(text, file);
  const refuse = (path: readonly PropertyKey[], why: string, ofKey = false): never => {
    throw new Problem('badRequest', `${file}, ${placeOf(path, ofKey)}: ${why}`);
  };
  const checked = <T>(schema: z.ZodType<T>, value: unknown, at: readonly PropertyKey[]): T => {
    const result = schema.safeParse(value);
    if (result.success) return result.data;
    const { path, why, isKey } = firstWrong(result.error);
    return refuse([...at, ...path], why, isKey);
  };
  refuseTooMany(data, file);
  const book = checked(bookSchema, data, []);
  if (book.yletope !== RULES_VERSION)
    refuse(['yletope'], `it is of version ${book.yletope}; this Yletope reads version ${RULES_VERSION}.`);
  const plan = book.plan === undefined ? null : planSaid(book.plan, file, (why) => refuse(['plan'], why));
  const rules = book.rules.map((said, i): Rule => {
    const at = ['rules', i];
    const [key, ...more] = Object.keys(forms).filter((each) => each in said);
    if (key === undefined || more.length > 0)
      refuse(
        at,
        `a rule says one of ${Object.keys(forms).join(', ')}; this one says ${key === undefined ? 0 : 1 + more.length} of them.`,
      );
    const whole = checked<CommonWords>(ruleSchemas[key], said, at);
    // Each form reads a rule of its own kind.
    return forms[key].read(whole, wordsOf(whole), {
      plan,
      refuse: (within, why) => refuse([...at, ...within], why),
    }) as Rule;
  });
  const names = new Set<string>();
  rules.forEach(({ name: called }, i) => {
    if (names.has(called)) refuse(['rules', i, 'name'], `there is a rule “${called}” already.`);
    names.add(called);
  });
  const exceptions = book.exceptions.map(({ rule, until, most, ...said }, i): Exception => {
    if (rule !== undefined && !names.has(rule))
      refuse(['exceptions', i, 'rule'], `there is no rule “${rule}”.`);
    return { ...said, rule: rule ?? null, until: until ?? null, most: most ?? null };
  });
  return { rules, exceptions, entries: book.entries, intake: book.intake, plan };
}

/** More than people write; each costs time and memory wherever the rules are applied. */
const MOST = { rules: 1_000, exceptions: 2_000, texts: 20_000, letters: 1_000_000 };

/** Refuses rules that would take too long, or too much memory, to apply. O(what they say). */
function refuseTooMany(data: unknown, file: string): void {
  if (typeof data !== 'object' || data === null) return;
  const { plan: _, ...said } = data as Record<string, unknown>;
  const refuse = (what: string): never => {
    throw new Problem('badRequest', `${file} says too much: over ${what}.`);
  };
  for (const key of ['rules', 'exceptions'] as const)
    if (Array.isArray(said[key]) && said[key].length > MOST[key]) refuse(`${figure(MOST[key])} ${key}`);
  const waiting: unknown[] = [said];
  let [texts, letters] = [0, 0];
  while (waiting.length > 0) {
    const at = waiting.pop();
    if (typeof at === 'object' && at !== null) for (const value of Object.values(at)) waiting.push(value);
    if (typeof at !== 'string') continue;
    letters += lettersWrittenOut(at);
    if (++texts > MOST.texts) refuse(`${figure(MOST.texts)} patterns and other texts`);
    if (letters > MOST.letters)
      refuse(`${figure(MOST.letters)} letters of patterns, alternatives in braces written out`);
  }
}

const figure = (count: number): string => count.toLocaleString('en');

function isDay(said: string): boolean {
  const at = new Date(`${said}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().startsWith(said);
}

function planSaid(said: PlanFile, file: string, refuse: (why: string) => never): ModulePlan {
  try {
    return planOfFile(said, file);
  } catch (error) {
    if (error instanceof Problem) return refuse(error.message);
    throw error;
  }
}

/** The fields that every rule has, as they are read. */
type CommonWords = z.infer<z.ZodObject<typeof common>>;

function wordsOf({ name, reason, severity, kinds, certainty, tests }: CommonWords): RuleWords {
  return {
    ...{ name, reason, severity, filter: filterOf(kinds, certainty), choices: { kinds, certainty } },
    withTests: tests === 'in',
  };
}
