import { MOST_STEPS } from '../../../server/views/graph/steps.ts';
import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

const ALL_STEPS = String(MOST_STEPS);

export const graph: ViewDescriptor = {
  path: 'graph',
  name: 'Graph',
  question: 'How are these groups, files or types linked, and which paths lead from one to another?',
  group: 'Connect',
  icon: 'M7 3h6v4H7zM2 13h6v4H2zM12 13h6v4h-6zM9 7 6 13M11 7l3 6',
  keys: [
    ['arrows', 'go to the box beside, above, below'],
    ['Enter', 'open or close the group in place'],
    ['G', 'show it with its neighbours only'],
    ['U / D', 'add what uses it, what it uses'],
    ['X, Ctrl+click', 'select it, to act on several at once'],
    ['Backspace', 'hide it'],
    ['Shift+arrows, drag', 'move it'],
    ['+ and −, Ctrl+wheel', 'zoom'],
    ['0', 'fit the whole graph'],
  ],
  dossier: 'withFocus',
  shows: { verb: 'Show in graph', patch: ({ key }) => ({ around: key, focus: key }) },
  answers: [
    {
      verb: 'What a change reaches',
      patch: ({ key }) => ({ around: key, focus: key, up: ALL_STEPS, down: '0' }),
    },
    {
      verb: 'What it uses, directly or not',
      patch: ({ key, kind }) =>
        kind === 'external' ? null : { around: key, focus: key, up: '0', down: ALL_STEPS },
    },
    {
      verb: 'Calls from it',
      patch: ({ key, kind }) =>
        kind === 'routine' || kind === 'type' || kind === 'file'
          ? { around: key, focus: key, grain: 'routines', kinds: 'through', up: '0', down: '3' }
          : null,
    },
    {
      verb: 'Inheritance around it',
      patch: ({ key, kind }) =>
        kind === 'type'
          ? { around: key, focus: key, grain: 'types', kinds: 'inheritance', up: ALL_STEPS, down: ALL_STEPS }
          : null,
    },
  ],
};
