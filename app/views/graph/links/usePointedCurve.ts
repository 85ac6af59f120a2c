import { useEffect, useState, type RefObject } from 'react';
import { nearestCurve } from '../../../../core/layout/curves.ts';
import type { Curve } from '../../../../core/layout/edgePaths.ts';

/** A pointer is at a link when it is not farther from it, in pixels of the screen. */
const NEAR = 6;

/**
 * Place of the curve that the pointer is at; -1 for none, and over boxes. `world` is the element in which the curves are, scaled, and
 * its parent is what the pointer moves over. Looked up at most once a frame.
 */
export function usePointedCurve(
  world: RefObject<HTMLElement | null>,
  curves: readonly Curve[],
  scale: number,
): number {
  const [pointed, setPointed] = useState(-1);
  useEffect(() => {
    const sheet = world.current?.parentElement;
    if (!sheet || curves.length === 0) return;
    let frame = 0;
    const onMove = ({ target, clientX, clientY, buttons }: PointerEvent): void => {
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(() => {
        const corner = world.current?.getBoundingClientRect();
        const isOver = target instanceof Element && target.closest('[data-box], button') !== null;
        if (!corner || isOver || buttons !== 0) return setPointed(-1);
        const [x, y] = [(clientX - corner.left) / scale, (clientY - corner.top) / scale];
        setPointed(nearestCurve(curves, x, y, NEAR / scale));
      });
    };
    const onLeave = (): void => {
      cancelAnimationFrame(frame);
      setPointed(-1);
    };
    sheet.addEventListener('pointermove', onMove);
    sheet.addEventListener('pointerleave', onLeave);
    return () => {
      onLeave();
      sheet.removeEventListener('pointermove', onMove);
      sheet.removeEventListener('pointerleave', onLeave);
    };
  }, [world, curves, scale]);
  return pointed < curves.length ? pointed : -1;
}
