import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const notes: ViewDescriptor = {
  path: 'notes',
  name: 'Notes',
  question: 'What have people written about this code?',
  group: 'Tell',
  icon: 'M4 3h12v9l-4 5H4zM7 7h6M7 10h4',
  dossier: 'withFocus',
};
