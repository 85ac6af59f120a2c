/** The parameter of an address that names what is kept of it elsewhere, for want of room. */
export const KEPT = 'kept';

/** An address as a whole: with the kept parameters that it does not have itself. */
export function joinedAddress(params: URLSearchParams, kept: string): URLSearchParams {
  const whole = new URLSearchParams(params);
  whole.delete(KEPT);
  for (const [name, value] of new URLSearchParams(kept)) if (!params.has(name)) whole.append(name, value);
  return whole;
}
