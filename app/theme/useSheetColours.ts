import { useColorScheme } from '@mui/material/styles';
import { dark, light, type SheetColours } from './tokens.ts';

/** The colours of the sheet as it is shown. */
export function useSheetColours(): SheetColours {
  const { mode, systemMode } = useColorScheme();
  return (mode === 'system' ? systemMode : mode) === 'dark' ? dark : light;
}
