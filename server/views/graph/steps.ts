// The page reads this as well: nothing heavy is taken along.

/** So many steps are as far as they go in most code. */
export const MOST_STEPS = 9;
/** And so many are drawn where nothing is said. */
export const USUAL_STEPS = 1;
/** Between the parts of what an address says of one thing. */
export const PART = '|';
