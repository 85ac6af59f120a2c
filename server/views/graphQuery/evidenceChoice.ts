import {
  certainties,
  dependencyKinds,
  type Certainty,
  type DependencyKind,
} from '../../../core/contracts/linked.ts';

// The page reads its address by this as well: it takes nothing along that is heavy.

/** What the places stand together by: the file, the element that uses, or the one that is used. */
export const evidenceGroupings = ['file', 'user', 'used'] as const;

/** Which of a claim's places are kept, and how they stand. */
export interface EvidenceChoice {
  together: (typeof evidenceGroupings)[number];
  kind: DependencyKind | null;
  certainty: Certainty | null;
  /** What a path or the key of either end holds, in whatever case. */
  named: string;
}

export const allPlaces: EvidenceChoice = { together: 'file', kind: null, certainty: null, named: '' };

/** Where an address says which places of a claim are kept and how they stand together. */
export const evidenceParams = {
  together: 'placesBy',
  kind: 'placesKind',
  certainty: 'placesSure',
  named: 'placesNamed',
} as const;

/** More elements than this are not sent along. */
export const MOST_ENDS = 5000;

/** More letters are no name. */
const LONGEST = 200;

/** What an address says of the places of a claim; what cannot be understood is as if it were not there. */
export function evidenceChoice(params: URLSearchParams): EvidenceChoice {
  const oneOf = <T extends string>(known: readonly T[], name: keyof typeof evidenceParams): T | undefined =>
    known.find((each) => each === params.get(evidenceParams[name]));
  return {
    together: oneOf(evidenceGroupings, 'together') ?? allPlaces.together,
    kind: oneOf(dependencyKinds, 'kind') ?? null,
    certainty: oneOf(certainties, 'certainty') ?? null,
    named: (params.get(evidenceParams.named) ?? '').slice(0, LONGEST),
  };
}
