import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const saved: ViewDescriptor = {
  path: 'saved',
  name: 'Saved views',
  question: 'Which pictures were saved, and what has changed in them since?',
  group: 'Tell',
  icon: 'M3 5h10v9H3zM6 2h11v9M5.5 11l2-2.5 2 1.5 1.5-2',
  keys: [['Alt+↑ / ↓', 'put the view higher, lower']],
  dossier: 'never',
};
