import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const types: ViewDescriptor = {
  path: 'types',
  name: 'Types',
  question: 'Which types inherit from which, and what are their members?',
  group: 'Connect',
  icon: 'M7 3h6v5H7zM3 13h5v4H3zM12 13h5v4h-5zM10 8v2.5M5.5 13v-2.5h9V13',
  dossier: 'withFocus',
  // The hierarchy of a type, or of the one that a member stands in.
  shows: {
    verb: 'Show among types',
    patch: ({ key, kind }) =>
      kind === 'folder' || kind === 'file' || kind === 'group' ? null : { focus: key },
  },
};
