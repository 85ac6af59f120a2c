import { z } from 'zod';
import { arrangementIds } from '../../core/arrangement/arrangement.ts';
import { jsonField } from '../../server/jsonField.ts';
import { saveRules } from '../../server/store/codebases.ts';
import { planFileOfPlan } from '../../server/plans/planFile.ts';
import { takePlanOver } from '../../server/plans/takePlanOver.ts';
import { modulePlan } from '../../server/store/modulePlans.ts';
import { changeRuleBook, ruleBook, stepRuleBook } from '../../server/store/ruleBooks.ts';
import { arrangementWords } from '../../server/views/graphQuery/arrangementWords.ts';
import { saysAnything } from '../../server/views/rules/readRules.ts';
import type { RulesEdit } from '../../server/views/rules/editRules.ts';
import { RulesRoutePage } from '../views/rules/RulesPage.tsx';
import { inTime, makeEdit, pageOf } from './requests.ts';
import type { Route } from './+types/rules';

/** The intended order and other rules, and what breaks them. */
export const loader = (args: Route.LoaderArgs) => pageOf('rules', args);

const revision = z.coerce.number().int().min(0);
const name = z.string().trim().min(1).max(120);
const group = z.string().min(1).max(500);
const rank = z.number().int().min(0);
const edit = z.discriminatedUnion('do', [
  z.object({ do: z.literal('text'), text: z.string().max(1_000_000) }),
  z.object({ do: z.literal('moveGroup'), rule: name, group, rank, isNewRank: z.boolean() }),
  z.object({ do: z.literal('takeGroupOut'), rule: name, group }),
  z.object({
    do: z.literal('addGroup'),
    rule: name,
    group: z.object({ id: name, patterns: z.array(group).nullable() }),
    rank,
  }),
  z.object({
    do: z.literal('setOrder'),
    rule: name,
    sees: z.enum(['below', 'next']).optional(),
    within: z.boolean().optional(),
  }),
  z.object({ do: z.literal('place'), rule: name, path: group, group }),
  z.object({ do: z.literal('takeRuleOut'), rule: name }),
  z.object({
    do: z.literal('accept'),
    exception: z.object({
      ...{ rule: name, from: group, to: group },
      reason: z.string().trim().min(1).max(500),
      by: z.string().trim().max(80),
      until: z
        .string()
        .regex(/^\d{4}-\d{2}-\d{2}$/)
        .optional(),
      most: z.number().int().min(1).optional(),
    }),
  }),
  z.object({ do: z.literal('takeExceptionOut'), at: rank }),
  z.object({ do: z.enum(['addEntry', 'takeEntryOut']), pattern: group }),
]) satisfies z.ZodType<RulesEdit>;

const form = z.discriminatedUnion('make', [
  z.object({ make: z.literal('edit'), revision, what: z.string().max(200), edit: jsonField.pipe(edit) }),
  z.object({ make: z.literal('propose'), revision, by: z.enum(arrangementIds) }),
  z.object({ make: z.literal('writePlan'), revision, plan: z.coerce.number().int().positive() }),
  z.object({ make: z.literal('takeOver'), revision }),
  z.object({ make: z.literal('undo'), revision }),
  z.object({ make: z.literal('redo'), revision }),
]);

export const action = (args: Route.ActionArgs) =>
  makeEdit(
    args,
    { form, refusal: 'That was not understood.' },
    async (sent, { store, codebase: { id } }): Promise<{ revision: number } | { problem: string }> => {
      // Read and edited in a thread: a text may take long. Whoever changes the rules meanwhile has raised their revision.
      const change = async (what: string, made: RulesEdit): Promise<{ revision: number }> => {
        const text = await inTime('rulesAfter', args, made);
        return { revision: changeRuleBook(store, id, { revision: sent.revision, what }, () => text) };
      };
      switch (sent.make) {
        case 'edit':
          return change(sent.what, sent.edit);
        case 'propose': {
          const proposed = await inTime('proposedOrder', args, sent.by);
          const known = ruleBook(store, id).text;
          const called = `layers of ${arrangementWords[sent.by].plural}`;
          const free = Array.from({ length: 99 }, (_, i) => (i === 0 ? called : `${called} ${i + 1}`));
          const own = free.find((each) => !known.includes(`name: ${each}\n`)) ?? called;
          return change(`proposed layers of ${arrangementWords[sent.by].plural}`, {
            do: 'addOrder',
            name: own,
            ...proposed,
          });
        }
        case 'writePlan':
          return change('wrote the plan of modules', {
            do: 'setPlan',
            plan: planFileOfPlan(modulePlan(store, id, sent.plan)),
          });
        case 'takeOver': {
          const { text, intake, plan } = await inTime('rulesToTakeOver', args);
          const taken = await change('took over yletope.yaml', { do: 'text', text });
          // What the file says of intake holds from the next survey on.
          if (saysAnything(intake)) saveRules(store, id, intake);
          if (plan !== null) takePlanOver(store, id, plan);
          return taken;
        }
        case 'undo':
        case 'redo':
          return { revision: stepRuleBook(store, id, sent.revision, sent.make === 'undo' ? -1 : 1) };
      }
    },
  );

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Rules({ loaderData }: Route.ComponentProps) {
  return <RulesRoutePage page={loaderData} />;
}
