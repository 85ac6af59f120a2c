import type { Intake, Submodule } from '../intake/intake.ts';

/** What of an intake is kept with its survey, for views that orient. */
export interface KeptIntake {
  manifests: [path: string, text: string][];
  documents: string[];
  purposes: [folder: string, purpose: { text: string; from: string }][];
  submodules: Submodule[];
  notes: string[];
  /** Files that a `#!` line makes programs of their own. */
  programs: { path: string; program: string }[];
  /** Files that wait for connections, as servers do. */
  listening: string[];
}

export function keptIntake(intake: Intake | null): KeptIntake {
  const files = intake?.files ?? [];
  return {
    manifests: [...(intake?.manifests ?? [])],
    documents: intake?.documents ?? [],
    purposes: [...(intake?.purposes ?? [])],
    submodules: intake?.submodules ?? [],
    notes: intake?.notes ?? [],
    programs: files.flatMap(({ path, program }) => (program === undefined ? [] : [{ path, program }])),
    listening: files.filter(({ listens }) => listens).map(({ path }) => path),
  };
}
