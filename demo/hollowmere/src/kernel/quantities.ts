/** Metres, tonnes and kilometres an hour, told apart by the compiler. */
export type Metres = number & { readonly unit: 'm' };
export type Tonnes = number & { readonly unit: 't' };
export type Kilometres = number & { readonly unit: 'km' };
export type Speed = number & { readonly unit: 'km/h' };

export const metres = (value: number): Metres => value as Metres;
export const tonnes = (value: number): Tonnes => value as Tonnes;
export const kilometres = (value: number): Kilometres => value as Kilometres;
export const speed = (value: number): Speed => value as Speed;

/** Rounds to so many decimals, half away from zero as the gauge books have always done. */
export function rounded(value: number, decimals = 2): number {
  const factor = 10 ** decimals;
  return (Math.sign(value) * Math.round(Math.abs(value) * factor)) / factor;
}

export function within(value: number, low: number, high: number): boolean {
  return value >= low && value <= high;
}

export function clamp(value: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, value));
}
