import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const graph: ViewDescriptor = {
  path: 'graph',
  name: 'Graph',
  group: 'Connect',
  drawing: 'M7 3h6v4H7zM2 13h6v4H2zM12 13h6v4h-6zM9 7 6 13M11 7l3 6',
  keys: [
    ['arrows', 'the box beside, above, below'],
    ['Enter', 'open or close the group in place'],
    ['G', 'draw it alone with what is around it'],
    ['U / D', 'add what uses it, what it uses'],
    ['X, Ctrl+click', 'choose it, to treat several together'],
    ['Backspace', 'take it out of the drawing'],
    ['Shift+arrows, drag', 'put it elsewhere'],
    ['+ and −, Ctrl+wheel', 'zoom'],
    ['0', 'see the whole drawing'],
  ],
  dossier: 'withFocus',
  shows: { verb: 'Show in graph', patch: ({ key }) => ({ around: key, focus: key }) },
};
