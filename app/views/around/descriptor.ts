import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const around: ViewDescriptor = {
  path: 'around',
  name: 'Around',
  question: 'Who uses an element, and whom does it use, directly or through others?',
  group: 'Connect',
  icon: 'M10 7.5a2.5 2.5 0 1 1 0 5 2.5 2.5 0 0 1 0-5M2 4l5.5 4M2 16l5.5-4M12.5 8 18 4M12.5 12l5.500 4',
  dossier: 'withFocus',
  shows: { verb: 'Uses and used by', patch: ({ key }) => ({ around: key, focus: key }) },
};
