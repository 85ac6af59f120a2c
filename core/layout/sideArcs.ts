/** Something that leads from one row to another, by the numbers of rows from the top. */
export interface RowLink {
  from: number;
  to: number;
  weight: number;
}

/** A link as an arc beside a column of rows. Down the page it bulges to one side, up the page to the other. */
export interface SideArc {
  /** The place of the link among those given. */
  link: number;
  /** Where it begins and ends on the line beside the rows, from the top, in pixels. */
  y1: number;
  y2: number;
  /** How far it bulges from the line, in pixels: to the right (positive) for one that leads down, to the left for one that leads up. */
  bulge: number;
  /** In pixels. */
  width: number;
}

const THINNEST = 1;
const THICKEST = 5;
/** The shortest arc bulges by so much of what the longest may. */
const LEAST_BULGE = 0.16;

/**
 * Arcs beside rows of one height, in the order in which they are to be drawn: weak ones first, so that strong ones stay in sight.
 * `down` and `up` are how far the longest may bulge to either side. How thick an arc is grows with the root of its weight.
 * O(links log links).
 */
export function sideArcs(
  links: readonly RowLink[],
  { rows, height, down, up }: { rows: number; height: number; down: number; up: number },
): SideArc[] {
  const heaviest = links.reduce((most, { weight }) => Math.max(most, weight), 1);
  const longest = Math.max(1, rows - 1);
  const middle = (row: number): number => (row + 0.5) * height;
  return links
    .map(({ from, to, weight }, link): SideArc => {
      const most = to > from ? down : -up;
      const share = Math.sqrt(Math.abs(to - from) / longest);
      return {
        link,
        y1: middle(from),
        y2: middle(to),
        bulge: most * (LEAST_BULGE + (1 - LEAST_BULGE) * share),
        width: THINNEST + (THICKEST - THINNEST) * Math.sqrt(weight / heaviest),
      };
    })
    .sort((a, b) => a.width - b.width || a.link - b.link);
}

/** An arc as a path of SVG; `x` is the line that it begins and ends on. */
export function arcPath({ y1, y2, bulge }: SideArc, x: number): string {
  // A curve comes three quarters of the way to its handles.
  const handle = x + bulge / 0.75;
  return `M${x} ${y1}C${handle} ${y1} ${handle} ${y2} ${x} ${y2}`;
}
