import type { EntryPoint } from '../../core/languages/language.ts';
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
}

export function keptIntake(result: Pick<SourceSurvey, 'intake' | 'entryPoints'>): KeptIntake {
  const { manifests, documents, purposes, submodules, notes } = result.intake;
  return {
    manifests: [...manifests],
    documents,
    purposes: [...purposes],
    submodules,
    notes,
    entryPoints: result.entryPoints,
  };
}

export const nothingKept: KeptIntake = {
  manifests: [],
  documents: [],
  purposes: [],
  submodules: [],
  notes: [],
  entryPoints: [],
};
