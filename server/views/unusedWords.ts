import type { Doubt, UnusedClass } from '../../core/judge/unusedClasses.ts';

/** What each class is called. */
export const unusedWords: Record<UnusedClass, string> = {
  notReferenced: 'not referenced',
  byUnused: 'used only by unused code',
  byTests: 'used only by tests',
  doubtful: 'doubtful',
};

/** The same in full. */
export const doubtSentences: Record<Doubt, string> = {
  candidate: 'A reference may mean it, or another of the same name.',
  byName:
    'Its name stands in a string, in what a macro is given, or on a receiver that is not known, or a macro has its name. It may be used by that name.',
  declaresNothing: 'It declares nothing that could be referenced, but may run when it is loaded.',
};

/** Why something is doubtful, in short. */
export const doubtWords: Record<Doubt, string> = {
  candidate: 'one of several candidates',
  byName: 'its name occurs elsewhere',
  declaresNothing: 'it declares nothing',
};
