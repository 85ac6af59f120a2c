import type { Doubt, UnusedClass } from '../../core/judge/unusedClasses.ts';

/** What each class is called. */
export const unusedWords: Record<UnusedClass, string> = {
  notReferenced: 'not referenced',
  byUnused: 'used only by unused code',
  byTests: 'used only by tests',
  doubtful: 'doubtful',
};

/** Why something is doubtful. */
export const doubtWords: Record<Doubt, string> = {
  candidate: 'a reference may mean it or others',
  byName: 'its name stands in a string, or on a receiver that is not known',
  declaresNothing: 'it declares nothing that could be referenced',
};
