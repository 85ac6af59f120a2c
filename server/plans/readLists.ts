import { parse } from 'csv-parse/sync';
import { freeId } from '../../core/plan/edits.ts';
import { byTarget, type ModulePlan, type Placing, type PlanModule } from '../../core/plan/modulePlan.ts';
import { plainCell } from '../export/csv.ts';
import { ignoreRules } from '../intake/bounds.ts';
import { Problem } from '../problem.ts';

/** A list is not longer: lines of what somebody kept of their files. */
const MOST_LINES = 200_000;

/** More patterns of owners are not held to each file. */
const MOST_RULES = 5_000;

/** A plan as it is made up line by line, each module the first time that it is named. */
class GrowingPlan {
  readonly #modules: PlanModule[] = [];
  readonly #placings: Placing[] = [];
  readonly #idOf = new Map<string, string>();

  place(target: string, name: string): void {
    let id = this.#idOf.get(name);
    if (id === undefined) {
      this.#idOf.set(name, (id = freeId(this.#modules, name)));
      this.#modules.push({ id, name, purpose: '', parent: null });
    }
    this.#placings.push({ target, module: id, isSettled: true });
  }

  /** Null when nothing was placed. */
  get plan(): ModulePlan | null {
    if (this.#placings.length === 0) return null;
    return { modules: this.#modules, placings: byTarget(this.#placings) };
  }
}

/**
 * A plan from a table of two columns: a path, a folder (with a slash at its end) or a glob, and the name of its module. A first
 * line that names the columns is passed by. Throws a Problem with the line of what is wrong.
 */
export function planOfTable(text: string, name: string): ModulePlan {
  const rows = tableRows(text, name);
  const growing = new GrowingPlan();
  const said = new Map<string, { module: string; line: number }>();
  rows.forEach(({ record, info: { lines: line } }, at) => {
    const [target = '', module = ''] = record.map(plainCell);
    if (target === '' && module === '') return;
    if (at === 0 && /^(?:path|file|datei)$/i.test(target)) return;
    if (target === '' || module === '')
      throw new Problem(
        'badRequest',
        `${name}, line ${line}: expected a path and a module, separated by a comma.`,
      );
    const known = said.get(target);
    if (known && known.module !== module)
      throw new Problem(
        'badRequest',
        `${name}, line ${line}: ${target} is in ${module} here and in ${known.module} on line ${known.line}.`,
      );
    said.set(target, { module, line });
  });
  for (const [target, { module }] of said)
    growing.place(target.endsWith('/') ? `${target}**` : target, module);
  if (growing.plan === null) throw new Problem('badRequest', `${name} has no line with a path and a module.`);
  return growing.plan;
}

interface TableRow {
  record: string[];
  info: { lines: number };
}

function tableRows(text: string, name: string): TableRow[] {
  const [first] = text.split('\n', 1);
  try {
    // What tells the columns apart is what the first line has.
    const rows = parse(text, {
      bom: true,
      delimiter: [',', ';', '\t'].find((sign) => first.includes(sign)) ?? ',',
      info: true,
      relax_column_count: true,
      skip_empty_lines: true,
      to: MOST_LINES + 1,
      trim: true,
    }) as unknown as TableRow[];
    if (rows.length > MOST_LINES) throw new Error(`more than ${MOST_LINES} lines`);
    return rows;
  } catch (error) {
    throw new Problem('badRequest', `${name} is not a table: ${(error as Error).message}.`);
  }
}

/**
 * A plan from an ownership file: patterns as in .gitignore, each with its owners, of which the first is taken for the module. As
 * there, the last line that matches a file decides, so that it is worked out for the files of a survey. Throws a Problem.
 */
export function planOfOwners(text: string, name: string, paths: readonly string[]): ModulePlan {
  const lines = text.split('\n');
  const rules = lines.flatMap((line) => {
    const [pattern, owner] = line
      .replace(/(?:^|\s)#.*$/, '')
      .trim()
      .split(/\s+/);
    // A line without an owner says that nobody owns what it names; one in brackets is a heading.
    if (!pattern || /^\^?\[/.test(pattern)) return [];
    const { rules: matcher, unread } = ignoreRules(pattern);
    if (unread > 0)
      throw new Problem(
        'badRequest',
        `${name} has a pattern that could take too long to match: ${pattern.slice(0, 80)}`,
      );
    return [{ owner, matcher }];
  });
  if (rules.length > MOST_RULES)
    throw new Problem('badRequest', `${name} has more than ${MOST_RULES} patterns.`);
  if (!rules.some(({ owner }) => owner !== undefined))
    throw new Problem('badRequest', `${name} names no owners.`);
  const growing = new GrowingPlan();
  for (const path of paths) {
    const rule = rules.findLast(({ matcher }) => matcher.ignores(path));
    if (rule?.owner !== undefined) growing.place(path, rule.owner.replace(/^@/, ''));
  }
  if (growing.plan === null) throw new Problem('badRequest', `${name} matches no file of this survey.`);
  return growing.plan;
}

/** True for the names that files of owners bear. */
export const isOwnersFile = (name: string): boolean => /(?:^|[/\\])(?:CODE)?OWNERS(?:\.txt)?$/i.test(name);
