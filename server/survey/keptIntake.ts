import type { EntryPoint } from '../../core/contracts/language.ts';
import type { Submodule } from '../intake/intake.ts';
import type { SourceSurvey } from './surveySource.ts';

/** What of an intake is kept with its survey, for views that orient. */
export interface KeptIntake {
  manifests: [path: string, text: string][];
  documents: string[];
  purposes: [folder: string, purpose: { text: string; from: string }][];
  submodules: Submodule[];
  notes: string[];
  entryPoints: EntryPoint[];
  /** Files and folders left out. */
  leftOutCount: number;
}

export function keptIntake(result: Pick<SourceSurvey, 'intake' | 'entryPoints' | 'leftOut'>): KeptIntake {
  const { manifests, documents, purposes, submodules, notes } = result.intake;
  return {
    manifests: [...manifests],
    documents,
    purposes: [...purposes],
    submodules,
    notes,
    entryPoints: result.entryPoints,
    leftOutCount: result.leftOut.length,
  };
}

export const nothingKept: KeptIntake = {
  manifests: [],
  documents: [],
  purposes: [],
  submodules: [],
  notes: [],
  entryPoints: [],
  leftOutCount: 0,
};
