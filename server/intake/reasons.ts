/** Why a file or folder is not read, in the order in which the intake sheet lists them. */
export const leftOutReasons = [
  'byChoice',
  'ignoredByGit',
  'vendored',
  'generated',
  'minified',
  'tooLarge',
  'binary',
  'unknownLanguage',
  'tests',
  'submodule',
  'link',
  'unsafe',
  'unreadable',
] as const;
export type LeftOutReason = (typeof leftOutReasons)[number];

/** Reasons that a user may turn round as a whole. `tests` are read unless turned round, the others left out. */
export const turnableReasons = [
  'ignoredByGit',
  'vendored',
  'generated',
  'minified',
  'tooLarge',
  'tests',
] as const;
export type TurnableReason = (typeof turnableReasons)[number];

export function isTurnable(reason: LeftOutReason): reason is TurnableReason {
  return (turnableReasons as readonly string[]).includes(reason);
}

export interface LeftOut {
  /** A folder ends with `/`: nothing below it was looked at. */
  path: string;
  reason: LeftOutReason;
  detail?: string;
  /** Bytes of a file; absent for folders. */
  size?: number;
}
