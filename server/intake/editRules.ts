import { z } from 'zod';
import { languages } from '../../core/languages/registry.ts';
import { turnableReasons } from './reasons.ts';
import { globOf, type IntakeRules } from './rules.ts';

const languageIds = languages.map(({ id }) => id) as [string, ...string[]];
const isOn = z.enum(['on', 'off']).transform((text) => text === 'on');
const lines = z
  .string()
  .max(20_000)
  .transform((text) =>
    text
      .split('\n')
      .map((line) => line.trim().replace(/^\.\//, '').replace(/\/+$/, ''))
      .filter(Boolean),
  );

/** Macros, one a line, as compilers take them: `-D` may stand before. */
const defines = z
  .string()
  .max(20_000)
  .transform((text) =>
    text
      .split('\n')
      .map((line) => line.trim().replace(/^-D\s*/, ''))
      .filter((line) => /^[A-Za-z_]\w*(\([^)]*\))?(=|$)/.test(line)),
  );

/** One decision of the user, as a form sends it. */
export const ruleEdit = z.discriminatedUnion('edit', [
  z.object({ edit: z.literal('turn'), reason: z.enum(turnableReasons), on: isOn }),
  z.object({ edit: z.literal('choosePath'), path: z.string().min(1), take: z.enum(['read', 'leaveOut']) }),
  z.object({
    edit: z.literal('chooseGlob'),
    glob: z.string().trim().min(1),
    take: z.enum(['read', 'leaveOut']),
  }),
  z.object({ edit: z.literal('markTest'), glob: z.string().trim().min(1), on: isOn }),
  z.object({ edit: z.literal('language'), glob: z.string().trim().min(1), language: z.enum(languageIds) }),
  z.object({
    edit: z.literal('takeBack'),
    list: z.enum(['choices', 'tests', 'languages']),
    glob: z.string(),
  }),
  z.object({ edit: z.literal('roots'), sourceRoots: lines }),
  z.object({ edit: z.literal('defines'), defines }),
  z.object({ edit: z.literal('addRoot'), root: z.string() }),
  z.object({ edit: z.literal('projectFile'), path: z.string().min(1), on: isOn }),
  z.object({ edit: z.literal('external'), name: z.string().min(1), on: isOn }),
]);
export type RuleEdit = z.infer<typeof ruleEdit>;

/** The rules after one more decision. The newest of several about one path stands last, where it wins. */
export function editRules(rules: IntakeRules, edit: RuleEdit): IntakeRules {
  switch (edit.edit) {
    case 'turn':
      return { ...rules, turned: toggled(rules.turned, edit.reason, edit.on) };
    case 'choosePath':
      return choose(rules, globOf(edit.path), edit.take);
    case 'chooseGlob':
      return choose(rules, edit.glob, edit.take);
    case 'markTest':
      return { ...rules, tests: [...without(rules.tests, edit.glob), { glob: edit.glob, isTest: edit.on }] };
    case 'language':
      return {
        ...rules,
        languages: [...without(rules.languages, edit.glob), { glob: edit.glob, language: edit.language }],
      };
    case 'takeBack':
      return { ...rules, [edit.list]: without<{ glob: string }>(rules[edit.list], edit.glob) };
    case 'roots':
      return { ...rules, sourceRoots: edit.sourceRoots };
    case 'defines':
      return { ...rules, defines: edit.defines };
    case 'addRoot':
      return { ...rules, sourceRoots: toggled(rules.sourceRoots, edit.root, true) };
    case 'projectFile':
      return { ...rules, projectFilesOff: toggled(rules.projectFilesOff, edit.path, !edit.on) };
    case 'external':
      return { ...rules, externals: toggled(rules.externals, edit.name, edit.on) };
  }
}

function choose(rules: IntakeRules, glob: string, take: 'read' | 'leaveOut'): IntakeRules {
  return { ...rules, choices: [...without(rules.choices, glob), { glob, take }] };
}

function without<T extends { glob: string }>(entries: T[], glob: string): T[] {
  return entries.filter((entry) => entry.glob !== glob);
}

function toggled<T>(entries: T[], entry: T, on: boolean): T[] {
  const rest = entries.filter((other) => other !== entry);
  return on ? [...rest, entry] : rest;
}
