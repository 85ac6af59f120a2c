import { groupAround } from '../../frame/elementLinks.ts';
import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const matrix: ViewDescriptor = {
  path: 'matrix',
  name: 'Matrix',
  question: 'Who uses whom across the whole codebase, and what goes against the order?',
  group: 'Connect',
  icon: 'M3 3h14v14H3zM3 10h14M10 3v14',
  keys: [
    ['arrows', 'move over the cells'],
    ['Enter', 'evidence of the cell'],
    ['Space', "open or close the row's group"],
    ['F', "focus on the row's element"],
    ['N', 'next cell against the order'],
    ['+ and −, Ctrl+wheel', 'zoom'],
    ['0', 'see the whole matrix, or its rows with names'],
    ['Shift+arrows', 'move the sheet'],
  ],
  dossier: 'fromFirstFocus',
  shows: { verb: 'Show in matrix', patch: groupAround },
};
