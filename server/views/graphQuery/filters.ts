import { ALL_KINDS, CALL_KINDS, type DependencyFilter } from '../../../core/graph/rollUp.ts';
import { dependencyKinds, type DependencyKind } from '../../../core/contracts/linked.ts';

const kindsOf = (...kinds: DependencyKind[]): number =>
  kinds.reduce((bits, kind) => bits | (1 << dependencyKinds.indexOf(kind)), 0);

/** Choices of dependency kinds, as they read in a caption. */
export const kindChoices = {
  any: { label: 'any kind', kinds: ALL_KINDS },
  imports: {
    label: 'import kinds',
    kinds: kindsOf('import', 'typeImport', 'reExport', 'dynamicImport', 'require', 'include'),
  },
  runtime: {
    label: 'run-time kinds',
    kinds: ALL_KINDS & ~kindsOf('typeImport', 'typeUse', 'implement'),
  },
  calls: { label: 'calls and constructions', kinds: kindsOf('call', 'construct') },
  through: { label: 'calls, also through macros and constructors', kinds: CALL_KINDS },
  inheritance: { label: 'inheritance', kinds: kindsOf('inherit', 'implement') },
  fields: { label: 'reads and writes', kinds: kindsOf('read', 'write') },
  types: { label: 'type uses', kinds: kindsOf('typeUse', 'typeImport') },
  named: { label: 'names in strings and configuration', kinds: kindsOf('named') },
  unnamed: { label: 'any kind but names in strings', kinds: ALL_KINDS & ~kindsOf('named') },
} as const;
export type KindChoice = keyof typeof kindChoices;

/** Choices of certainty, as they read in a caption. */
export const certaintyChoices = {
  resolved: { label: 'exact or inferred', certainties: 0b011 },
  exact: { label: 'exact', certainties: 0b001 },
  all: { label: 'of any certainty', certainties: 0b111 },
} as const;
export type CertaintyChoice = keyof typeof certaintyChoices;

export function filterOf(kinds: KindChoice, certainty: CertaintyChoice): DependencyFilter {
  return { kinds: kindChoices[kinds].kinds, certainties: certaintyChoices[certainty].certainties };
}
