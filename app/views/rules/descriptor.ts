import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const rules: ViewDescriptor = {
  path: 'rules',
  name: 'Rules',
  question: 'Which layers are intended, and which dependencies violate them?',
  group: 'Judge',
  icon: 'M2 5h7v5h5v5h4M12 4l5 0M14.500 1.500 17 4l-2.500 2.500',
  dossier: 'withFocus',
  keys: [
    ['Shift+↑ / ↓', 'move the group one layer up or down'],
    ['Alt+Shift+↑ / ↓', 'move it into a layer of its own, above or below'],
    ['Delete', 'take the group out of the order'],
  ],
};
