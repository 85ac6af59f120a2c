import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const modules: ViewDescriptor = {
  path: 'modules',
  name: 'Modules',
  question: 'Which modules is this codebase made of, and which file belongs where?',
  group: 'Shape',
  icon: 'M3 4h6v5H3zM12 3h5v4h-5zM11 10h6v7h-6zM4 12h4v4H4z',
  dossier: 'withFocus',
  keys: [
    ['↑ ↓', 'previous or next file'],
    ['[ ]', 'previous or next module'],
    ['Alt ↑ ↓', 'move the open module up or down'],
    ['Shift ↑ ↓', 'select several files; Esc clears the selection'],
    ['Enter', 'confirm the file where it is'],
    ['N', 'move it to the module that pulls next'],
    ['M', 'choose a module for it'],
    ['Backspace', 'remove it from its module'],
    ['Ctrl Z', 'undo; with Shift, redo'],
  ],
};
