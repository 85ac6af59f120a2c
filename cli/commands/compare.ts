import { likeness } from '../../core/shape/likeness.ts';
import { modulesByFile, readPlanFile } from '../../server/plans/planFile.ts';
import { Problem } from '../../server/problem.ts';
import { readPlain } from '../plain.ts';
import { write } from '../surveying.ts';
import type { Terminal } from '../terminal.ts';

/** Says how alike two plans of modules are. */
export async function compareCommand(terminal: Terminal, first: string, second: string): Promise<void> {
  const [a, b] = [first, second].map(writtenOut);
  const both = [...a.keys()].filter((key) => b.has(key));
  if (both.length === 0) throw new Problem('badRequest', `${first} and ${second} have no file in common.`);
  const { moJoFm, adjustedRand } = likeness(numbers(both, a), numbers(both, b));
  const alone = (own: ReadonlyMap<string, unknown>, other: ReadonlyMap<string, unknown>): number =>
    [...own.keys()].filter((key) => !other.has(key)).length;
  const lines = [
    `files in both            ${both.length}`,
    `files only in ${first}  ${alone(a, b)}`,
    `files only in ${second}  ${alone(b, a)}`,
    `MoJoFM A → B             ${moJoFm[0].toFixed(1)}`,
    `MoJoFM B → A              ${moJoFm[1].toFixed(1)}`,
    `adjusted Rand index      ${adjustedRand.toFixed(3)}`,
  ];
  await write(terminal, [`${lines.join('\n')}\n`], '-');
}

/** The module of each file of a plan. Throws a Problem for one that says it by folders. */
function writtenOut(name: string): Map<string, string | null> {
  const modules = modulesByFile(readPlanFile(readPlain(name), name), name);
  const folder = [...modules.keys()].find((key) => key.endsWith('**'));
  if (folder !== undefined)
    throw new Problem('badRequest', `${name} places a folder (${folder}). Compare plans that list files.`);
  return modules;
}

/** Modules by number, in the order in which they are met; what is not placed stands together. */
function numbers(keys: readonly string[], moduleOf: ReadonlyMap<string, string | null>): number[] {
  const known = new Map<string | null, number>();
  return keys.map((key) => {
    const module = moduleOf.get(key) ?? null;
    let number = known.get(module);
    if (number === undefined) known.set(module, (number = known.size));
    return number;
  });
}
