import { barrelChoices } from '../../../core/barrels.ts';
import { z } from 'zod';
import type {
  CycleRule,
  Exception,
  MeasureRule,
  OrderRule,
  ReachRule,
  Rule,
  RuleBook,
  UseRule,
} from '../../../core/judge/rules.ts';
import { measureNamed } from '../../../core/measures/catalogue.ts';
import { moduleMeant, placingsInto } from '../../../core/plan/placingsInto.ts';
import type { ModulePlan } from '../../../core/plan/modulePlan.ts';
import { grains } from '../../../core/arrangement/units.ts';
import { isGlob } from '../../../core/search/glob.ts';
import { noRules, rulesSchema, type IntakeRules } from '../../intake/rules.ts';
import { parsedWithPlaces } from '../../plans/parsedText.ts';
import { planFileSchema, planOfFile, type PlanFile } from '../../plans/planFile.ts';
import { Problem } from '../../problem.ts';
import { certaintyChoices, filterOf, kindChoices } from '../picture/filters.ts';

/** The version of the format that is read. */
export const RULES_VERSION = 1;

const name = z.string().trim().min(1).max(120);
const pattern = z.string().min(1).max(500);
const patterns = z.union([pattern, z.array(pattern).min(1)]).transform((all) => [all].flat());
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

const orderSchema = z.strictObject({
  ...common,
  /** From the top; a rank of several groups is a list of them. A group that `groups` does not name is a folder. */
  order: z.array(z.union([name, z.array(name).min(1)])).min(1),
  groups: z.record(name, patterns).default({}),
  sees: z.enum(['below', 'next']).default('below'),
  within: z.boolean().default(false),
  placed: pattern.optional(),
});
const notSchema = z.strictObject({ ...common, from: patterns, mayNotUse: patterns });
const reachSchema = z.strictObject({ ...common, from: patterns, mayNotReach: patterns });
const onlySchema = z.strictObject({ ...common, only: patterns, mayUse: patterns });
const throughSchema = z.strictObject({ ...common, inside: patterns, through: patterns });
const cyclesSchema = z.strictObject({
  ...common,
  cycles: z.enum(grains),
  most: z.number().int().min(0).default(0),
  barrels: z.enum(barrelChoices).default('through'),
});
const measureSchema = z
  .strictObject({
    ...common,
    measure: z.string(),
    of: z.enum(['files', 'types', 'routines']),
    where: patterns.default(['**']),
    most: z.number().optional(),
    least: z.number().optional(),
  })
  .refine(
    ({ most, least }) => (most === undefined) !== (least === undefined),
    'it says either most or least.',
  );
const measured = { files: 'file', types: 'type', routines: 'routine' } as const;
const ruleSchemas = {
  order: orderSchema,
  mayNotUse: notSchema,
  mayNotReach: reachSchema,
  only: onlySchema,
  inside: throughSchema,
  cycles: cyclesSchema,
  measure: measureSchema,
};

const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, 'a day is written as 2027-01-31');
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
  /** Files at which the outside begins, beside those that are found. */
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

/** The same of the rules that are kept of a codebase: '' for none. */
export function keptRules(text: string, name = 'the rules'): RulesFile {
  if (text === '') return { rules: [], exceptions: [], entries: [], intake: noRules, plan: null };
  return readRules({ name, text });
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
  /** Patterns of files at which the outside begins. */
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
  const refuse = (path: readonly PropertyKey[], why: string): never => {
    throw new Problem('badRequest', `${file}, ${placeOf(path)}: ${why}`);
  };
  const checked = <T>(schema: z.ZodType<T>, value: unknown, at: readonly PropertyKey[]): T => {
    const result = schema.safeParse(value);
    if (result.success) return result.data;
    const [{ path, message }] = result.error.issues;
    return refuse([...at, ...path], message);
  };
  const book = checked(bookSchema, data, []);
  if (book.yletope !== RULES_VERSION)
    refuse(['yletope'], `it is of version ${book.yletope}; this Yletope reads version ${RULES_VERSION}.`);
  const plan = book.plan === undefined ? null : planSaid(book.plan, file, (why) => refuse(['plan'], why));
  const rules = book.rules.map((said, i): Rule => {
    const at = ['rules', i];
    const sorts = (Object.keys(ruleSchemas) as (keyof typeof ruleSchemas)[]).filter((sort) => sort in said);
    if (sorts.length !== 1)
      refuse(
        at,
        `a rule says one of ${Object.keys(ruleSchemas).join(', ')}; this one says ${sorts.length} of them.`,
      );
    switch (sorts[0]) {
      case 'order':
        return orderRule(checked(orderSchema, said, at), plan, (why) => refuse([...at, 'order'], why));
      case 'mayNotUse': {
        const { from, mayNotUse, ...rest } = checked(notSchema, said, at);
        return {
          ...wordsOf(rest),
          sort: 'uses',
          from,
          to: mayNotUse,
          except: [],
          isOnly: false,
        } satisfies UseRule;
      }
      case 'mayNotReach': {
        const { from, mayNotReach, ...rest } = checked(reachSchema, said, at);
        return { ...wordsOf(rest), sort: 'reaches', from, to: mayNotReach } satisfies ReachRule;
      }
      case 'only': {
        const { only, mayUse, ...rest } = checked(onlySchema, said, at);
        return {
          ...wordsOf(rest),
          sort: 'uses',
          from: only,
          to: mayUse,
          except: [],
          isOnly: true,
        } satisfies UseRule;
      }
      case 'inside': {
        const { inside, through, ...rest } = checked(throughSchema, said, at);
        const whole = { from: inside, to: inside, except: through, isOnly: true };
        return { ...wordsOf(rest), sort: 'uses', ...whole } satisfies UseRule;
      }
      case 'cycles': {
        const { cycles, most, barrels, ...rest } = checked(cyclesSchema, said, at);
        return { ...wordsOf(rest), sort: 'cycles', grain: cycles, most, barrels } satisfies CycleRule;
      }
      case 'measure': {
        const { measure, of, where, most, least, ...rest } = checked(measureSchema, said, at);
        const kind = measured[of];
        const isKnown = measureNamed(measure)?.appliesTo.includes(kind) ?? false;
        if (!isKnown) refuse([...at, 'measure'], `there is no measure “${measure}” of ${of}.`);
        const bound = most === undefined ? { least: least! } : { most };
        return { ...wordsOf(rest), sort: 'measure', measure, of: kind, where, bound } satisfies MeasureRule;
      }
    }
  });
  const names = rules.map((rule) => rule.name);
  const twice = names.findIndex((each, i) => names.indexOf(each) < i);
  if (twice >= 0) refuse(['rules', twice, 'name'], `there is a rule “${names[twice]}” already.`);
  const exceptions = book.exceptions.map(({ rule, until, most, ...said }, i): Exception => {
    if (rule !== undefined && !names.includes(rule))
      refuse(['exceptions', i, 'rule'], `there is no rule “${rule}”.`);
    return { ...said, rule: rule ?? null, until: until ?? null, most: most ?? null };
  });
  return { rules, exceptions, entries: book.entries, intake: book.intake, plan };
}

function planSaid(said: PlanFile, file: string, refuse: (why: string) => never): ModulePlan {
  try {
    return planOfFile(said, file);
  } catch (error) {
    if (error instanceof Problem) return refuse(error.message);
    throw error;
  }
}

function wordsOf({
  name,
  reason,
  severity,
  kinds,
  certainty,
  tests,
}: z.infer<z.ZodObject<typeof common>>): Pick<
  Rule,
  'name' | 'reason' | 'severity' | 'filter' | 'choices' | 'withTests'
> {
  return {
    ...{ name, reason, severity, filter: filterOf(kinds, certainty), choices: { kinds, certainty } },
    withTests: tests === 'in',
  };
}

function orderRule(
  { order, groups, sees, within, placed, ...rest }: z.infer<typeof orderSchema>,
  plan: ModulePlan | null,
  refuse: (why: string) => never,
): OrderRule {
  const ranks = order.map((rank) => [rank].flat());
  const ids = ranks.flat();
  const twice = ids.find((id, i) => ids.indexOf(id) < i);
  if (twice !== undefined) refuse(`${twice} stands in it twice.`);
  const ofPlan = plan === null ? [] : ids.filter((id) => !(id in groups) && moduleMeant(plan, id));
  const stray = Object.keys(groups).find((id) => !ids.includes(id));
  if (stray !== undefined) refuse(`${stray} has no place in it.`);
  return {
    ...wordsOf(rest),
    sort: 'order',
    ranks,
    sees,
    within,
    placed: placed ?? null,
    groups: {
      modules: ids.map((id) => ({ id, name: id, purpose: '', parent: null })),
      // Of one target what stands last counts: what the order itself says.
      placings: [
        ...(ofPlan.length === 0 ? [] : placingsInto(plan!, ofPlan)),
        ...ids
          .filter((id) => !ofPlan.includes(id))
          .flatMap((id) =>
            (groups[id] ?? [isGlob(id) ? id : `${id}/**`]).map((target) => ({
              target,
              module: id,
              isSettled: true,
            })),
          ),
      ],
    },
  };
}
