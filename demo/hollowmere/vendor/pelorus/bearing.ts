/** Pelorus 2.3, copied in by hand when its makers closed. */
export function bearing(fromEast: number, fromNorth: number, toEast: number, toNorth: number): number {
  const degrees = (Math.atan2(toEast - fromEast, toNorth - fromNorth) * 180) / Math.PI;
  return (degrees + 360) % 360;
}
