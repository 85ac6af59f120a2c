import { z } from 'zod';
import { certainties, dependencyKinds } from '../../../core/contracts/linked.ts';
import { evidenceGroupings, type EvidenceChoice } from './evidenceView.ts';

/** Where an address says which places of a claim are kept and how they stand together. */
export const evidenceParams = {
  together: 'placesBy',
  kind: 'placesKind',
  certainty: 'placesSure',
  named: 'placesNamed',
} as const;

/** More letters are no name. */
const LONGEST = 200;

/** What an address says of the places of a claim; what cannot be understood is as if it were not there. */
export function evidenceChoice(params: URLSearchParams): EvidenceChoice {
  const given = (name: keyof typeof evidenceParams): string | null => params.get(evidenceParams[name]);
  return {
    together: z.enum(evidenceGroupings).catch('file').parse(given('together')),
    kind: z.enum(dependencyKinds).nullable().catch(null).parse(given('kind')),
    certainty: z.enum(certainties).nullable().catch(null).parse(given('certainty')),
    named: (given('named') ?? '').slice(0, LONGEST),
  };
}
