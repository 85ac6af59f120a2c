import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const document: ViewDescriptor = {
  path: 'document',
  name: 'Text of the codebase',
  question: 'What does a text of the codebase say?',
  group: null,
  icon: 'M5 3h8l3 3v11H5zM7 9h6M7 12h6',
  dossier: 'never',
};
