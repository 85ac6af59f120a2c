import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const intake: ViewDescriptor = {
  path: 'intake',
  name: 'Intake',
  question: 'What is read, what is left out, and why?',
  group: 'Orient',
  icon: 'M3 4h14l-5 6v7l-4-2v-5Z',
  dossier: 'never',
};
