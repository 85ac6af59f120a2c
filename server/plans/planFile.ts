import { z } from 'zod';
import { freeId } from '../../core/plan/edits.ts';
import {
  byTarget,
  planColours,
  type ModulePlan,
  type Placing,
  type PlanColour,
  type PlanModule,
} from '../../core/plan/modulePlan.ts';
import type { Proposal } from '../../core/shape/proposal.ts';
import { whyInWords } from '../../core/shape/whyInWords.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import { firstWrong } from './issueWords.ts';
import { parsedText } from './parsedText.ts';

const memberSchema = z.object({
  /** The path of a file; in a plan that people write also another element, a package, or a glob. */
  key: z.string().min(1),
  /** How close the module that comes next is to this one, 0 to 1. */
  doubt: z.number().min(0).max(1).optional(),
  why: z.string().optional(),
  by: z.string().optional(),
  /** Whether somebody stands behind it: what was written without a doubt is. */
  settled: z.boolean().optional(),
});

export interface PlanFileModule {
  id: string;
  name: string;
  purpose?: string;
  colour?: PlanColour;
  /** Its place among those beside it, 1 on top, where somebody ordered them. */
  place?: number;
  interface?: string[];
  members: z.infer<typeof memberSchema>[];
  modules: PlanFileModule[];
}

/** A module plan as it is written to a file: docs/module-plan.schema.json. */
export interface PlanFile {
  modules: PlanFileModule[];
  notPlaced: string[];
}

const moduleSchema: z.ZodType<PlanFileModule> = z.lazy(() =>
  z.object({
    id: z.string().min(1),
    name: z.string().min(1),
    purpose: z.string().optional(),
    colour: z.enum(planColours).optional(),
    place: z.number().int().positive().optional(),
    interface: z.array(z.string()).optional(),
    members: z.array(memberSchema).default([]),
    modules: z.array(moduleSchema).default([]),
  }),
);

export const planFileSchema = z.object({
  modules: z.array(moduleSchema),
  notPlaced: z.array(z.string()).default([]),
}) as z.ZodType<PlanFile>;

/** A proposal as a plan file: members written out, each with its reason in words. */
export function planFileOf(proposal: Proposal, files: SurveyedCodebase['files']): PlanFile {
  const ids: { id: string }[] = [];
  for (const { name } of proposal.modules) ids.push({ id: freeId(ids, name) });
  return {
    modules: proposal.modules.map(({ name, members }, at) => ({
      id: ids[at].id,
      name,
      members: members.map((member) => ({
        key: files[member.file].path,
        doubt: Math.round(member.doubt * 1000) / 1000,
        why: whyInWords(member.why, proposal, files),
      })),
      modules: [],
    })),
    notPlaced: proposal.notPlaced.map((file) => files[file].path),
  };
}

/** Reads a plan file; throws a Problem that says where it is not as it must be. */
export function readPlanFile(text: string, name: string): PlanFile {
  const read = planFileSchema.safeParse(parsedText(text, name));
  if (!read.success) throw sentenceOfIssue(read.error, `${name} is not a module plan`);
  return read.data;
}

/** The first thing that is not as a schema has it, as a Problem. */
export function sentenceOfIssue(error: z.ZodError, what: string): Problem {
  const { path, why } = firstWrong(error);
  const place = path.length === 0 ? 'at the top level' : `at ${path.join('.')}`;
  return new Problem('badRequest', `${what}: ${place}, ${why}`);
}

/**
 * What a plan file says as a plan; what it keeps out of every module stays out. What stands without a doubt is settled, for
 * somebody wrote it so. Throws a Problem.
 */
export function planOfFile(file: PlanFile, name: string): ModulePlan {
  modulesByFile(file, name);
  const modules: PlanModule[] = [];
  const placings: Placing[] = file.notPlaced.map((target) => ({ target, module: null, isSettled: false }));
  const walk = (list: readonly PlanFileModule[], parent: string | null): void => {
    for (const { id, name: called, purpose = '', members, modules: inner, ...besides } of list) {
      const { colour, place, interface: keys } = besides;
      if (modules.some((module) => module.id === id))
        throw new Problem('badRequest', `${name} has two modules with the id ${id}.`);
      const said = { ...(colour && { colour }), ...(place && { place }), ...(keys && { interface: keys }) };
      modules.push({ id, name: called, purpose, parent, ...said });
      for (const { key, doubt, settled, by, why } of members) {
        // The reason of a proposal is worked out anew; that of somebody stays.
        const reason = doubt === undefined ? why : undefined;
        placings.push({
          ...{ target: key, module: id, isSettled: settled ?? doubt === undefined },
          ...(by && { by }),
          ...(reason && { why: reason }),
        });
      }
      walk(inner, id);
    }
  };
  walk(file.modules, null);
  return { modules, placings: byTarget(placings) };
}

/** A plan as it is kept: folders, and what stands otherwise in them, with who stands behind it. */
export function planFileOfPlan({ modules, placings }: ModulePlan): PlanFile {
  const nested = new Map(
    modules.map(({ id, name, purpose, colour, place, interface: keys }): [string, PlanFileModule] => [
      id,
      {
        ...{ id, name },
        ...(purpose && { purpose }),
        ...(colour && { colour }),
        ...(place && { place }),
        ...(keys && { interface: [...keys] }),
        members: [],
        modules: [],
      },
    ]),
  );
  const notPlaced: string[] = [];
  for (const { target, module, isSettled, by, why } of placings) {
    if (module === null) notPlaced.push(target);
    else
      nested
        .get(module)
        ?.members.push({ key: target, ...(by && { by }), ...(why && { why }), settled: isSettled });
  }
  return { modules: inEachOther(modules, nested), notPlaced };
}

/** Modules at the top, with those that stand in each below it. */
function inEachOther(
  modules: readonly PlanModule[],
  nested: ReadonlyMap<string, PlanFileModule>,
): PlanFileModule[] {
  const top: PlanFileModule[] = [];
  for (const { id, parent } of modules) {
    const above = parent === null || parent === id ? undefined : nested.get(parent);
    (above?.modules ?? top).push(nested.get(id)!);
  }
  return top;
}

/** The innermost module of each file of a plan, by ids from the outermost; a file that stands twice is a Problem. */
export function modulesByFile({ modules, notPlaced }: PlanFile, name: string): Map<string, string | null> {
  const moduleOf = new Map<string, string | null>();
  const place = (key: string, module: string | null): void => {
    if (moduleOf.has(key)) throw new Problem('badRequest', `${name} places ${key} twice.`);
    moduleOf.set(key, module);
  };
  const walk = (list: readonly PlanFileModule[], above: string): void => {
    for (const { id, members, modules: inner } of list) {
      for (const { key } of members) place(key, above + id);
      walk(inner, `${above}${id}/`);
    }
  };
  walk(modules, '');
  for (const key of notPlaced) place(key, null);
  return moduleOf;
}
