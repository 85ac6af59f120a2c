import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const progress: ViewDescriptor = {
  path: 'survey',
  name: 'Survey',
  question: 'How is the survey going, and how is it kept current?',
  group: null,
  icon: 'M3 10h4l2-5 3 10 2-5h3',
  dossier: 'never',
};
