import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const completeness: ViewDescriptor = {
  path: 'completeness',
  name: 'Completeness',
  question: 'What is missing, duplicated or unreadable, and would lead to wrong conclusions?',
  group: 'Orient',
  icon: 'M4 10a6 6 0 1 1 6 6M7 10l2.5 2.5L14 7',
  count: ({ gaps }) => gaps,
  isCountOfAll: true,
  dossier: 'withFocus',
};
