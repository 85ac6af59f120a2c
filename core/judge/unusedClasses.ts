/**
 * `notReferenced`: nothing refers to it. `byUnused`: only what is unused itself does. `byTests`: tests use it, and nothing else.
 * `doubtful`: it may be used in a way that its code does not show; why is told with it.
 */
export const unusedClasses = ['notReferenced', 'byUnused', 'byTests', 'doubtful'] as const;
export type UnusedClass = (typeof unusedClasses)[number];

/**
 * Why something is doubtful: a reference may mean it or others (`candidate`); its name stands in a string, or where it could not be found out
 * what is meant (`byName`); it declares nothing that could be referred to (`declaresNothing`).
 */
export type Doubt = 'candidate' | 'byName' | 'declaresNothing';
