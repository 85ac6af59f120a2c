import { z } from 'zod';
import { planColours } from '../../core/plan/modulePlan.ts';
import { jsonField } from '../jsonField.ts';
import { proposalSources } from './proposals/sources.ts';

const id = z.coerce.number().int().positive();
const name = z.string().trim().min(1).max(80);
const targets = z.array(z.string().min(1)).max(100_000);
const module = z.string().min(1);

const by = z.string().trim().max(80).optional();
const why = z.string().trim().max(500).optional();

/** An edit of a plan, as the page sends it. A module that is added gets its id where it is kept, and one that is split its parts. */
const edit = z.discriminatedUnion('edit', [
  z.object({ edit: z.literal('place'), targets, module: module.nullable(), by, why }),
  z.object({ edit: z.literal('forget'), targets }),
  z.object({
    edit: z.literal('settle'),
    places: z.array(z.object({ target: z.string().min(1), module })).max(100_000),
    isSettled: z.boolean(),
    by,
    why,
  }),
  z.object({ edit: z.literal('settleModule'), module, isSettled: z.boolean(), by }),
  z.object({ edit: z.literal('add'), name }),
  z.object({ edit: z.literal('rename'), module, name }),
  z.object({ edit: z.literal('purpose'), module, purpose: z.string().trim().max(500) }),
  z.object({ edit: z.literal('colour'), module, colour: z.enum(planColours).nullable() }),
  z.object({ edit: z.literal('interface'), module, keys: targets }),
  z.object({ edit: z.literal('order'), modules: z.array(module).max(10_000), isByHand: z.boolean() }),
  z.object({ edit: z.literal('nest'), module, parent: module.nullable() }),
  z.object({ edit: z.literal('merge'), module, into: module }),
  z.object({
    edit: z.literal('split'),
    module,
    count: z.number().int().min(2).max(50).nullable(),
  }),
  z.object({ edit: z.literal('remove'), module }),
  /** Any elements, or what a shortlist holds, go into a module that is there, or into a new one of that name. */
  z.object({
    edit: z.literal('takeIn'),
    into: z.union([z.object({ module }), z.object({ name })]),
    from: z.union([z.object({ list: id }), z.object({ keys: targets })]),
    by,
  }),
]);
export type SentEdit = z.infer<typeof edit>;

const share = z.coerce.number().min(0).max(1);
const revision = z.coerce.number().int();

/** What the page of modules sends. */
export const planForm = z.discriminatedUnion('do', [
  z.object({
    do: z.literal('propose'),
    /** The plan to be proposed anew; none for a new one. */
    id: id.optional(),
    revision: revision.optional(),
    /** With anchors, those are what is settled in each module. */
    from: z.enum(proposalSources),
    names: share,
    nearness: share,
    count: z.union([z.literal('').transform(() => null), z.coerce.number().int().min(1).max(500)]),
    keepSettled: z.enum(['yes', 'no']),
  }),
  z.object({ do: z.literal('edit'), id, revision, what: z.string().max(200), edit: jsonField.pipe(edit) }),
  /** Whatever this page waits for is given up. */
  z.object({ do: z.literal('stop') }),
  z.object({ do: z.literal('knowNew'), id }),
  z.object({ do: z.literal('nameState'), id, name }),
  z.object({ do: z.literal('toState'), id, revision, state: id }),
  z.object({ do: z.literal('forgetState'), id, state: id }),
  z.object({ do: z.enum(['undo', 'redo']), id, revision }),
  /** A plan file as JSON or YAML, a table, or a list of owners. */
  z.object({ do: z.literal('read'), name, text: z.string() }),
  z.object({ do: z.literal('renamePlan'), id, name }),
  z.object({ do: z.literal('removePlan'), id }),
]);

/** What is asked before an edit is made. */
export const triedEdit = z.object({ edit: jsonField.pipe(edit) });
