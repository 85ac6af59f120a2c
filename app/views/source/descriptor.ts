import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const source: ViewDescriptor = {
  path: 'source',
  name: 'Source',
  question: 'What does this file contain, and who uses each line of it?',
  group: null,
  icon: 'M7 6 3 10l4 4M13 6l4 4-4 4',
  keys: [
    ['Enter', 'go where the name at the caret leads'],
    ['click', 'select a name'],
    ['double or Ctrl+click', 'go where a name leads'],
    ['Ctrl+F', 'search in this file'],
    ['Ctrl+wheel', 'size of the text, down to the whole file drawn'],
  ],
  dossier: 'withFocus',
  shows: {
    verb: 'Open source',
    patch: ({ key, kind }) =>
      kind === 'folder' || kind === 'external' || kind === 'group'
        ? null
        : { file: key.split('#')[0], focus: key },
  },
};
