import type { PlanColour } from '../../core/plan/modulePlan.ts';

/** Colours of the sheet, light and dark. Colour stands only where it carries meaning. */
export interface SheetColours {
  sheet: string;
  panel: string;
  ink: string;
  faded: string;
  hairline: string;
  accent: string;
  against: string;
  caution: string;
  /** Magnitude: from the least to the most, one hue. */
  least: string;
  most: string;
  /** Change since another survey: less of it, and more. */
  fewer: string;
  more: string;
}

export const light: SheetColours = {
  sheet: '#F7F4EC',
  panel: '#FFFDF7',
  ink: '#1D2B33',
  faded: '#5E6B70',
  hairline: '#D9D2C3',
  accent: '#0E6B66',
  against: '#B8362A',
  // Darker than the ochre of the sheet's drawing, which has too little contrast for text (4.2 to 1).
  caution: '#935F0C',
  least: '#EFE6CF',
  most: '#7A3E57',
  fewer: '#2F6F9F',
  more: '#B0561B',
};

export const dark: SheetColours = {
  sheet: '#16191C',
  panel: '#1E2226',
  ink: '#E6E2D8',
  faded: '#9AA3A3',
  hairline: '#343A3E',
  accent: '#4FB3A9',
  against: '#E2705F',
  caution: '#D9A441',
  least: '#2A2A30',
  most: '#D58CA6',
  fewer: '#6FA8D6',
  more: '#E08F55',
};

/** Colours that people choose for modules and marks, on a light and on a dark sheet. */
export const chosenColours: Record<PlanColour, readonly [light: string, dark: string]> = {
  rust: ['#A8502F', '#D0805C'],
  ochre: ['#B58A2A', '#D3B15C'],
  moss: ['#6B7D3A', '#9FB26A'],
  sea: ['#2F7F86', '#66B3B9'],
  slate: ['#50657E', '#8BA3BF'],
  plum: ['#77507F', '#B18ABB'],
  rose: ['#B4647A', '#DD93A7'],
  umber: ['#6F5844', '#AB917A'],
};

export const wordsFace = '"IBM Plex Sans", sans-serif';
export const figuresFace = '"IBM Plex Mono", monospace';

/** Half the height of the sign of what breaks a rule, and how far its stub reaches; in pixels. */
export const BREAK_SIGN = { half: 5, reach: 6 };

/** The sign of what breaks a rule, a bar with a stub from its middle: as a path, the stub’s end at `x` and `y`, where the link is. */
export function breakPath(x: number, y: number): string {
  const { half, reach } = BREAK_SIGN;
  return `M${x - reach} ${y - half}v${2 * half}M${x - reach} ${y}h${reach}`;
}
