import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const text: ViewDescriptor = {
  path: 'text',
  name: 'Text',
  question: 'Where does a word or a pattern occur in the code?',
  group: 'Orient',
  icon: 'M8.5 14a5.5 5.5 0 1 1 0-11 5.5 5.5 0 0 1 0 11ZM12.5 12.5 17 17',
  dossier: 'withFocus',
};
