import { useColorScheme } from '@mui/material/styles';
import type { CSSProperties } from 'react';
import type { PlanColour } from '../../core/plan/modulePlan.ts';
import { chosenColours, dark, light, type SheetColours } from '../../server/export/sheetLook.ts';

export function useIsDark(): boolean {
  const { mode, systemMode } = useColorScheme();
  return (mode === 'system' ? systemMode : mode) === 'dark';
}

/** The colours of the sheet as it is shown. */
export function useSheetColours(): SheetColours {
  return useIsDark() ? dark : light;
}

/** A style in which `--chosen` is a colour that somebody chose; with none, it is not set. */
export function chosenColour(colour: PlanColour | null): CSSProperties {
  if (colour === null) return {};
  const [onLight, onDark] = chosenColours[colour];
  return { '--chosen': `light-dark(${onLight}, ${onDark})` } as CSSProperties;
}
