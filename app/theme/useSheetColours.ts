import { useColorScheme } from '@mui/material/styles';
import { dark, light, type SheetColours } from '../../server/export/sheetLook.ts';

export function useIsDark(): boolean {
  const { mode, systemMode } = useColorScheme();
  return (mode === 'system' ? systemMode : mode) === 'dark';
}

/** The colours of the sheet as it is shown. */
export function useSheetColours(): SheetColours {
  return useIsDark() ? dark : light;
}
