import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const compare: ViewDescriptor = {
  path: 'compare',
  name: 'Compare',
  question: 'How do two groupings of the same files differ?',
  group: 'Shape',
  tabOf: 'modules',
  icon: 'M3 4v12M17 4v12M3 6c7 0 7 8 14 8M3 14c7 0 7-8 14-8',
  dossier: 'withFocus',
};
