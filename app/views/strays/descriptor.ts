import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const strays: ViewDescriptor = {
  path: 'strays',
  name: 'Strays',
  question: 'Which files have more to do with another group than with their own?',
  group: 'Shape',
  tabOf: 'modules',
  icon: 'M3 5h7v10H3zM13 5h4v10h-4M7 10h8M12.5 7.5 15 10l-2.5 2.5',
  dossier: 'withFocus',
  keys: [
    ['↑ ↓', 'the stray before, the next one'],
    ['Enter', 'move it to the module that pulls at it'],
    ['L', 'leave it in place, with a reason'],
  ],
};
