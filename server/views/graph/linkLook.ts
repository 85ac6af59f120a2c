import type { SheetColours } from '../../export/sheetLook.ts';
import { changeOf } from './graphLegend.ts';
import type { GraphEdge } from './graphView.ts';
import { inkOf } from './ink.ts';

/** How a link is drawn where no style sheet says it: in an image, and on a canvas. */
export interface LinkLook {
  colour: string;
  /** From 0 to 1. */
  opacity: number;
  /** In pixels. */
  thickness: number;
  /** Lengths of dash and gap; none for a line that is whole. */
  dash: readonly number[];
}

/** No bundle of links is drawn thicker, in pixels. */
const THICKEST_BUNDLE = 9;
/** From so many curves on, each is fainter the more there are: where many run side by side, they would be one black column. */
const MANY = 1_200;
const FAINTEST = 0.35;

/**
 * The look of a link, or of several together, among so many: what is against the order plainly, what is as it was in both surveys
 * faintly.
 */
export function linkLook(
  link: Omit<GraphEdge, 'from' | 'to'>,
  { largest, count }: { largest: number; count: number },
  { ink, against, fewer, more }: SheetColours,
): LinkLook {
  const { was, isAgainst, isInferred } = link;
  const change = changeOf(link);
  const changed = change === null ? ink : change === 'came' || change === 'grew' ? more : fewer;
  const faint = Math.max(FAINTEST, Math.min(1, Math.sqrt(MANY / count)));
  const plain = was !== null && change === null ? 0.18 : isAgainst || change !== null ? 0.7 : 0.45 * faint;
  return {
    colour: isAgainst ? against : changed,
    opacity: plain,
    thickness: thicknessOf(link, largest),
    dash: isInferred ? [5, 4] : [],
  };
}

/** In pixels, by its references; of what is gone, by those that it had. */
export function thicknessOf(link: Pick<GraphEdge, 'references' | 'was'>, largest: number): number {
  const references = changeOf(link) === 'gone' ? (link.was ?? 1) : link.references;
  return Math.min(THICKEST_BUNDLE, inkOf(Math.max(1, references), largest));
}
