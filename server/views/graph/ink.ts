const THINNEST = 1;
const THICKEST = 6;

/** How thick a link is drawn, in pixels, by its references and the most that one has: by their roots, so that weak ones are seen. */
export function inkOf(references: number, largest: number): number {
  return THINNEST + (THICKEST - THINNEST) * Math.sqrt((references - 1) / Math.max(1, largest - 1));
}

/** Of the colour of magnitude the most that a box is tinted with: names are still read on it. */
export const MOST_TINT = 0.4;
