/** How many things two groups, one of either column, have in common. */
export interface Shared {
  left: number;
  right: number;
  count: number;
}

/** A group of a column: where its box begins and how tall it is, in pixels. */
export interface BandBox {
  y: number;
  height: number;
}

/** What two groups have in common, as a band between their boxes: where it begins at either side, and how wide it is. */
export interface Band {
  /** The place among those given. */
  shared: number;
  leftY: number;
  rightY: number;
  height: number;
}

export interface Bands {
  left: BandBox[];
  right: BandBox[];
  bands: Band[];
  /** Of the taller column. */
  height: number;
}

/**
 * Two columns of groups, and bands for what they have in common. Groups stand in the order given; a box is as tall as what it
 * holds times `scale`, and no less than `least`; within a box bands stand in the order of the other column, so that those of one
 * group do not cross. O(shared log shared).
 */
export function bandLayout(
  shared: readonly Shared[],
  sides: { left: readonly number[]; right: readonly number[] },
  { scale, least, gap }: { scale: number; least: number; gap: number },
): Bands {
  const column = (sizes: readonly number[]): BandBox[] => {
    let y = 0;
    return sizes.map((size) => {
      const box = { y, height: Math.max(least, size * scale) };
      y += box.height + gap;
      return box;
    });
  };
  const [left, right] = [column(sides.left), column(sides.right)];
  const bands = shared.map(({ count }, at): Band => ({
    shared: at,
    leftY: 0,
    rightY: 0,
    height: count * scale,
  }));
  const place = (
    side: 'left' | 'right',
    boxes: readonly BandBox[],
    set: (band: Band, y: number) => void,
  ): void => {
    const other = side === 'left' ? 'right' : 'left';
    const filled = boxes.map(({ y }) => y);
    const order = [...shared.keys()].sort((a, b) => shared[a][other] - shared[b][other] || a - b);
    for (const at of order) {
      const box = shared[at][side];
      set(bands[at], filled[box]);
      filled[box] += bands[at].height;
    }
  };
  place('left', left, (band, y) => (band.leftY = y));
  place('right', right, (band, y) => (band.rightY = y));
  const end = (boxes: readonly BandBox[]): number =>
    boxes.reduce((most, { y, height }) => Math.max(most, y + height), 0);
  return { left, right, bands, height: Math.max(end(left), end(right)) };
}

/**
 * An order of the right groups in which bands cross little: each by the mean place of what it has in common with the left
 * (Sugiyama, Tagawa and Toda 1981). Ties keep the given order. O(shared + groups log groups).
 */
export function orderBesides(shared: readonly Shared[], rightCount: number): number[] {
  const sum = new Float64Array(rightCount);
  const counts = new Float64Array(rightCount);
  for (const { left, right, count } of shared) {
    sum[right] += left * count;
    counts[right] += count;
  }
  const mean = (right: number): number => (counts[right] === 0 ? Infinity : sum[right] / counts[right]);
  return Array.from({ length: rightCount }, (_, right) => right).sort((a, b) => {
    const [one, other] = [mean(a), mean(b)];
    return one === other ? a - b : one - other;
  });
}
