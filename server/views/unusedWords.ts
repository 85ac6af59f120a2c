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
    'Its name occurs in a string, in an argument of a macro, as the name of a macro, or on an unknown receiver. It may be used by that name.',
  declaresNothing: 'It declares nothing that could be referenced, but may run when it is loaded.',
};

/** Why something is doubtful, in short. */
export const doubtWords: Record<Doubt, string> = {
  candidate: 'one of several candidates',
  byName: 'its name occurs elsewhere',
  declaresNothing: 'it declares nothing',
};
