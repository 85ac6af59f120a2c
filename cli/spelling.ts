import { InvalidArgumentError, Option } from 'commander';
import type { BuiltArrangement } from '../core/arrangement/arrangement.ts';
import type { Grain } from '../core/arrangement/units.ts';
import type { MeasuredKind } from '../core/measures/measure.ts';

/** What a word of the command line means. It is the same in every command; older spellings are read as well, and shown nowhere. */
interface Spelling<Meant extends string> {
  words: Readonly<Record<string, Meant>>;
  older: Readonly<Record<string, Meant>>;
}

const grains: Spelling<Grain> = {
  words: { files: 'files', types: 'types', routines: 'routines', groups: 'groups' },
  older: { file: 'files', type: 'types', routine: 'routines', group: 'groups' },
};

const measured: Spelling<MeasuredKind> = {
  words: { files: 'file', types: 'type', routines: 'routine', groups: 'group' },
  older: { file: 'file', type: 'type', routine: 'routine', group: 'group' },
};

export const arrangements: Spelling<BuiltArrangement> = {
  words: { folders: 'folders', packages: 'packages', build: 'modules', buildPackages: 'modulePackages' },
  older: { modules: 'modules', modulePackages: 'modulePackages' },
};

/** What a word means, be it spelt as it used to be; undefined for no word of these. */
export function meantBy<Meant extends string>(
  { words, older }: Spelling<Meant>,
  typed: string,
): Meant | undefined {
  return Object.hasOwn(words, typed) ? words[typed] : Object.hasOwn(older, typed) ? older[typed] : undefined;
}

function spelled<Meant extends string>(
  flags: string,
  description: string,
  { spelling, usual }: { spelling: Spelling<Meant>; usual: string },
): Option {
  const allowed = Object.keys(spelling.words).join(', ');
  return new Option(flags, `${description}: ${allowed}`)
    .argParser((typed) => {
      const meant = meantBy(spelling, typed);
      if (meant === undefined) throw new InvalidArgumentError(`Allowed are ${allowed}.`);
      return meant;
    })
    .default(spelling.words[usual], usual);
}

export const byOption = (): Option =>
  spelled('--by <ARRANGEMENT>', 'how files are grouped', { spelling: arrangements, usual: 'folders' });

export const grainOption = (description: string): Option =>
  spelled('--grain <GRAIN>', description, { spelling: grains, usual: 'files' });

export const ofOption = (): Option =>
  spelled('--of <KIND>', 'what is measured', { spelling: measured, usual: 'files' });
