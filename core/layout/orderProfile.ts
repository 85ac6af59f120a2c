import { pointOnCurve } from './curves.ts';
import type { Box, Curve } from './edgePaths.ts';

/** Ranks as a flight of steps that leads down to the right, each group standing on the step of its rank. */
export interface OrderProfile {
  /** In the order of the groups given, rank by rank. */
  boxes: Box[];
  /** The steps, from the top: where each begins, how long it is, and the line that its groups stand on. */
  steps: { x: number; y: number; width: number; top: number }[];
  width: number;
  height: number;
}

const HEIGHT = 26;
const GAP = 8;
/** Room above the groups of a step, in which links bend. */
const HEADROOM = 30;
const MARGIN = 16;
/** Room for the number of a step beside it. */
const NUMBER = 12;
/** A step begins no farther to the right of the one above it, and is no narrower. */
const FARTHEST = 96;
const NARROWEST = 220;
/** Of the whole width, so much is left beside the steps for what leads up. */
const BESIDE = 0.42;

/**
 * A flight of steps in a width, in pixels; `ranks` has the widths of the groups of each rank, from the top. Where a step has no room
 * for all in one line, they stand in several. O(groups).
 */
export function orderProfile(ranks: readonly (readonly number[])[], width: number): OrderProfile {
  const step = Math.max(NARROWEST, width * (1 - BESIDE));
  const room = width - step - 2 * MARGIN - NUMBER;
  const shift = ranks.length < 2 ? 0 : Math.max(0, Math.min(FARTHEST, room / (ranks.length - 1)));
  const boxes: Box[] = [];
  const steps: OrderProfile['steps'] = [];
  let y = MARGIN;
  ranks.forEach((groups, rank) => {
    const left = MARGIN + rank * shift;
    const top = y;
    y += HEADROOM;
    let x = left + GAP;
    for (const wide of groups) {
      const own = Math.min(wide, step - 2 * GAP);
      if (x > left + GAP && x + own > left + step - GAP) {
        x = left + GAP;
        y += HEIGHT + GAP;
      }
      boxes.push({ x, y, width: own, height: HEIGHT });
      x += own + GAP;
    }
    y += HEIGHT;
    steps.push({ x: left, y, width: step, top });
  });
  return { boxes, steps, width: Math.max(width, step + 2 * MARGIN + NUMBER), height: y + MARGIN };
}

/** A link of an order as a curve, and where its marks stand on it. */
export interface ProfileCurve {
  curve: Curve;
  mark: { x: number; y: number };
}

/** So many marks one after another stand at different heights. */
const STAGGERED = 4;

/**
 * Curves for links between groups, `steps` being the step of each: what leads down leaves below and comes in from the left, what
 * leads up leaves above and comes in from the right, so that either has a side of the steps to itself. On one step a link leads over
 * the groups between. Where several leave one group on a side, they do so side by side. O(links log links).
 */
export function profileCurves(
  boxes: readonly Box[],
  steps: readonly number[],
  links: readonly { from: number; to: number }[],
): ProfileCurve[] {
  const isUp = ({ from, to }: { from: number; to: number }): boolean => steps[to] <= steps[from];
  const leaving = new Map<string, number[]>();
  links.forEach((link, at) => {
    const key = `${link.from} ${isUp(link)}`;
    leaving.set(key, [...(leaving.get(key) ?? []), at]);
  });
  const curves: ProfileCurve[] = [];
  for (const own of leaving.values()) {
    own.sort((a, b) => boxes[links[b].to].y - boxes[links[a].to].y || a - b);
    own.forEach((at, place) => {
      const { from, to } = links[at];
      const share = (place + 1) / (own.length + 1);
      const curve = profileCurve(boxes[from], boxes[to], steps[from] === steps[to], share);
      const [x, y] = pointOnCurve(curve, 0.14 + 0.09 * (place % STAGGERED));
      curves[at] = { curve, mark: { x, y } };
    });
  }
  return curves;
}

function profileCurve(from: Box, to: Box, isSameStep: boolean, share: number): Curve {
  const fromX = from.x + from.width * share;
  if (isSameStep) {
    const toX = to.x + to.width / 2;
    const over = Math.min(from.y, to.y) - HEADROOM;
    return [fromX, from.y, fromX, over, toX, over, toX, to.y];
  }
  const middle = to.y + to.height / 2;
  if (to.y > from.y) {
    const bend = Math.min(fromX, to.x - GAP);
    return [fromX, from.y + from.height, bend, middle, bend, middle, to.x, middle];
  }
  const right = to.x + to.width;
  const bend = Math.max(fromX, right + GAP);
  return [fromX, from.y, bend, middle, bend, middle, right, middle];
}

/** The rank that something let go of at a height would stand in, or a new one before that rank. */
export function rankAt({ steps }: OrderProfile, y: number): { rank: number; isNewRank: boolean } {
  const at = steps.findIndex((step) => y < step.y + GAP / 2);
  if (at < 0) return { rank: steps.length, isNewRank: true };
  return { rank: at, isNewRank: y < steps[at].top + HEADROOM / 2 };
}
