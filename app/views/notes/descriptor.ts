import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const notes: ViewDescriptor = {
  path: 'notes',
  name: 'Notes',
  group: 'Tell',
  icon: 'M4 3h12v9l-4 5H4zM7 7h6M7 10h4',
  dossier: 'withFocus',
};
