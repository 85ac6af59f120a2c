// The page reads these as well: nothing heavy is taken along.

/** What stands open on the page of a plan where no module does: what is not yet placed, and all that nobody stands behind. */
export const NOT_PLACED = '';
export const ALL_OPEN = '*';
/** And the files that a survey brought since somebody said that all new ones are known. */
export const NEW_FILES = '+';
