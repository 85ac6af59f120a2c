import { useEffect, useRef, useState } from 'react';
import type { Box } from '../../../../core/layout/edgePaths.ts';
import type { PaintedLink, Painted, PaintOrder } from './paintLinks.ts';

/** After so many milliseconds at another scale, the image is made anew in it; meanwhile it is stretched. */
const SETTLED = 160;
/** No side of an image is longer, in its pixels. */
const LONGEST = 8_192;

/**
 * Links as an image of the part of the drawing that is seen, and of some around it, painted in a thread of its own: moving the sheet
 * moves one image, however many links are on it. Until another part is ready, the one before it stays where it belongs.
 */
export function LinkCanvas({
  links,
  area,
  scale,
  className,
}: {
  links: readonly PaintedLink[];
  area: Box;
  scale: number;
  className: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const painter = useRef<Worker | null>(null);
  const settled = useSettled(scale);
  useEffect(() => {
    const worker = new Worker(new URL('./painter.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data: { area, image } }: MessageEvent<Painted>) => {
      const element = canvas.current;
      if (!element) return;
      Object.assign(element, { width: image.width, height: image.height });
      Object.assign(element.style, {
        left: `${area.x}px`,
        top: `${area.y}px`,
        width: `${area.width}px`,
        height: `${area.height}px`,
      });
      element.getContext('bitmaprenderer')?.transferFromImageBitmap(image);
      element.dataset.painted = String(Number(element.dataset.painted ?? 0) + 1);
    };
    painter.current = worker;
    return () => worker.terminate();
  }, []);
  useEffect(() => {
    painter.current?.postMessage({ links } satisfies PaintOrder);
  }, [links]);
  useEffect(() => {
    if (area.width === 0) return;
    const wanted = settled * (window.devicePixelRatio || 1);
    const resolution = Math.min(wanted, LONGEST / area.width, LONGEST / area.height);
    painter.current?.postMessage({ area, resolution } satisfies PaintOrder);
  }, [links, area, settled]);
  return <canvas ref={canvas} className={className} aria-hidden="true" />;
}

/** A figure, once it has been the same for a moment. */
function useSettled(value: number): number {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), SETTLED);
    return () => clearTimeout(timer);
  }, [value]);
  return settled;
}
