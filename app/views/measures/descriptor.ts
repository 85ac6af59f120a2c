import { groupAround } from '../../frame/elementLinks.ts';
import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const measures: ViewDescriptor = {
  path: 'measures',
  name: 'Measures',
  question: 'Which elements are unusually large, complex or coupled?',
  group: 'Measure',
  icon: 'M4 16V9M10 16V4M16 16v-5',
  dossier: 'withFocus',
  shows: { verb: 'Show in measures', patch: groupAround },
};
