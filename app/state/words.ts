import type { BrokenLink } from '../../core/judge/brokenLinks.ts';
import type { Codebase } from '../../server/store/codebases.ts';
import type { LeftOutReason } from '../../server/intake/reasons.ts';
import { figure } from './figures.ts';

/** How kinds and reasons read in a sentence. */
export const dependencyWords: Record<string, string> = {
  import: 'import',
  typeImport: 'type-only import',
  reExport: 're-export',
  dynamicImport: 'dynamic import',
  require: 'require',
  call: 'call',
  construct: 'construction',
  inherit: 'inheritance',
  implement: 'implementation',
  typeUse: 'use of a type',
  include: 'include',
  read: 'read',
  write: 'write',
  part: 'part of a type',
  initialize: 'run of a constructor',
  throughMacro: 'call through a macro',
  named: 'name in a string or in configuration',
};

/** Visibility as marks of the trade: UML's. */
export const visibilityMarks = { public: '+', internal: '~', protected: '#', private: '−' } as const;

export const gapWords: Record<string, string> = {
  noSuchFile: 'no such file',
  outsideRoot: 'outside the folder',
  leftOut: 'there, but left out',
  computed: 'computed at run time',
  notExported: 'not exported there',
};

export const leftOutWords: Record<LeftOutReason, string> = {
  byChoice: 'left out by you',
  tests: 'tests',
  submodule: 'submodules',
  unsafe: 'unsafe names',
  ignoredByGit: 'ignored by git',
  vendored: 'vendored',
  generated: 'generated',
  minified: 'minified',
  binary: 'binary',
  tooLarge: 'too large',
  unknownLanguage: 'unknown language',
  link: 'links, not followed',
  unreadable: 'cannot be read',
};

/** Why it is well left out, in a few words. */
export const whyLeftOut: Record<LeftOutReason, string> = {
  byChoice: 'you left it out',
  ignoredByGit: 'a .gitignore names it',
  vendored: 'third-party code',
  generated: 'written by a program',
  minified: 'compressed for delivery',
  tooLarge: 'larger than code written by hand',
  binary: 'no text',
  unknownLanguage: 'not code, or a language that is not read',
  tests: 'you left out tests',
  submodule: 'code of another repository',
  link: 'their targets are read in their own place',
  unsafe: 'entries that cannot be placed',
  unreadable: 'reading it failed',
};

/** Where a codebase comes from, as it is shown: of an archive its name, of all else its path or address. */
export function placeOf({ kind, address }: Pick<Codebase, 'kind' | 'address'>): string {
  return kind === 'archive' ? (address.split('/').at(-1) ?? address) : address;
}

/** Of some references, those that break rules. */
export function breaksInWords({ references, rules }: BrokenLink): string {
  return `${figure(references)} ${references === 1 ? 'violates' : 'violate'} ${rules.join(', ')}`;
}
