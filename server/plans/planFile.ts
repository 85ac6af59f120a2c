import { z } from 'zod';
import { freeId } from '../../core/plan/edits.ts';
import type { ModulePlan, Placing, PlanModule } from '../../core/plan/modulePlan.ts';
import type { Proposal } from '../../core/shape/proposal.ts';
import { whyInWords } from '../../core/shape/whyInWords.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import { parsedText } from './parsedText.ts';

const memberSchema = z.object({
  /** The path of a file. */
  key: z.string(),
  /** How close the module that comes next is to this one, 0 to 1. */
  doubt: z.number().min(0).max(1).optional(),
  why: z.string().optional(),
});

export interface PlanFileModule {
  id: string;
  name: string;
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
  if (!read.success) throw sentenceOfIssue(read.error, `${name} is no module plan`);
  return read.data;
}

/** The first thing that is not as a schema has it, as a Problem. */
export function sentenceOfIssue({ issues: [{ path, message }] }: z.ZodError, what: string): Problem {
  const place = path.length === 0 ? 'at its top' : `at ${path.join('.')}`;
  return new Problem('badRequest', `${what}: ${message}, ${place}.`);
}

/** What a plan file says as a plan: each file placed by its path, and settled, for somebody wrote it so. Throws a Problem. */
export function planOfFile(file: PlanFile, name: string): ModulePlan {
  modulesByFile(file, name);
  const modules: PlanModule[] = [];
  const placings: Placing[] = [];
  const walk = (list: readonly PlanFileModule[], parent: string | null): void => {
    for (const { id, name: called, members, modules: inner } of list) {
      if (modules.some((module) => module.id === id))
        throw new Problem('badRequest', `${name} has two modules with the id ${id}.`);
      modules.push({ id, name: called, purpose: '', parent });
      for (const { key } of members) placings.push({ target: key, module: id, isSettled: true });
      walk(inner, id);
    }
  };
  walk(file.modules, null);
  return { modules, placings: placings.sort((a, b) => (a.target < b.target ? -1 : 1)) };
}

/** The innermost module of each file of a plan, by ids from the outermost; a file that stands twice is a Problem. */
export function modulesByFile({ modules, notPlaced }: PlanFile, name: string): Map<string, string | null> {
  const moduleOf = new Map<string, string | null>();
  const place = (key: string, module: string | null): void => {
    if (moduleOf.has(key)) throw new Problem('badRequest', `${name} has ${key} in two places.`);
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
