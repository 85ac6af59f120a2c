import { createTheme } from '@mui/material/styles';
import type {} from '@mui/x-data-grid/themeAugmentation';
import { dark, figuresFace, light, wordsFace, type SheetColours } from '../../server/export/sheetLook.ts';

function palette(colours: SheetColours) {
  return {
    primary: { main: colours.accent },
    error: { main: colours.against },
    warning: { main: colours.caution },
    text: { primary: colours.ink, secondary: colours.faded },
    background: { default: colours.sheet, paper: colours.panel },
    divider: colours.hairline,
  };
}

/** MUI drawn as a surveyor's sheet: square corners, hairlines in place of shadows, one accent. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-theme' },
  colorSchemes: { light: { palette: palette(light) }, dark: { palette: palette(dark) } },
  shape: { borderRadius: 2 },
  shadows: Array(25).fill('none') as never,
  typography: {
    fontFamily: wordsFace,
    fontSize: 13,
    button: { textTransform: 'none', fontWeight: 500 },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { size: 'small', variant: 'outlined' },
      styleOverrides: { root: { lineHeight: 1.5, minWidth: 0 } },
    },
    MuiTextField: { defaultProps: { size: 'small' } },
    MuiMenu: {
      styleOverrides: { paper: { border: '1px solid var(--hairline)', backgroundImage: 'none' } },
    },
    MuiMenuItem: { defaultProps: { dense: true } },
    MuiDialog: {
      styleOverrides: { paper: { border: '1px solid var(--hairline)', backgroundImage: 'none' } },
    },
    MuiTooltip: {
      defaultProps: { enterDelay: 400 },
      styleOverrides: {
        tooltip: {
          background: 'var(--ink)',
          color: 'var(--panel)',
          fontSize: 12,
          fontWeight: 400,
          borderRadius: 2,
          maxWidth: 360,
        },
      },
    },
    MuiDataGrid: {
      styleOverrides: {
        root: {
          '--DataGrid-t-color-border-base': 'var(--hairline)',
          '--DataGrid-t-header-background-base': 'var(--panel)',
          '--DataGrid-t-color-background-base': 'var(--sheet)',
          border: 0,
          borderRadius: 0,
          fontFamily: figuresFace,
          fontSize: 12,
          fontVariantNumeric: 'tabular-nums',
        },
        columnHeaderTitle: {
          fontFamily: wordsFace,
          fontWeight: 600,
          fontSize: 11.5,
          whiteSpace: 'normal',
          lineHeight: 1.2,
        },
        cell: { paddingLeft: 8, paddingRight: 8 },
      },
    },
  },
});
