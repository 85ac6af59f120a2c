/** What stands open on the page of a plan where no module does: what is not yet placed, and all that nobody stands behind. */
export const NOT_PLACED = '';
export const ALL_OPEN = '*';
