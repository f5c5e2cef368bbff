import { createTheme, type Theme } from '@mui/material/styles';

/** Packing case and stencil, by day and by night. */
export const colours = {
  day: {
    paper: '#F4EFE6',
    panel: '#FFFDF8',
    hairline: '#D8CDBB',
    ink: '#231F1A',
    faint: '#675D50',
    kraft: '#C9A46B',
    link: '#1F3A4D',
    brick: '#A23B2A',
    moss: '#4C6A37',
    chosen: '#EADFCB',
  },
  night: {
    paper: '#1B1814',
    panel: '#25211B',
    hairline: '#4B4336',
    ink: '#EFE7DA',
    faint: '#B5A994',
    kraft: '#AD8A55',
    link: '#9CC3DD',
    brick: '#EE8F7D',
    moss: '#A9C98F',
    chosen: '#3A3226',
  },
};

export type Shift = keyof typeof colours;

export const fonts = {
  heading: '"Barlow Semi Condensed", sans-serif',
  text: '"Atkinson Hyperlegible Next Variable", sans-serif',
  code: '"Atkinson Hyperlegible Mono Variable", monospace',
};

declare module '@mui/material/styles' {
  interface Theme {
    house: (typeof colours)['day'];
  }
  interface ThemeOptions {
    house?: (typeof colours)['day'];
  }
}

export function theme(shift: Shift): Theme {
  const c = colours[shift];
  const focus = { outline: `2px solid ${c.link}`, outlineOffset: 2 };
  return createTheme({
    house: c,
    palette: {
      mode: shift === 'day' ? 'light' : 'dark',
      primary: { main: c.ink, contrastText: c.paper },
      secondary: { main: c.link },
      error: { main: c.brick },
      success: { main: c.moss },
      background: { default: c.paper, paper: c.panel },
      text: { primary: c.ink, secondary: c.faint },
      divider: c.hairline,
    },
    shape: { borderRadius: 3 },
    typography: {
      fontFamily: fonts.text,
      fontSize: 14,
      h1: { fontFamily: fonts.heading, fontWeight: 600, fontSize: 26, lineHeight: 1.15 },
      h2: { fontFamily: fonts.heading, fontWeight: 600, fontSize: 18, lineHeight: 1.25 },
      button: { fontFamily: fonts.heading, fontWeight: 600, fontSize: 15, textTransform: 'none' },
    },
    components: {
      MuiCssBaseline: {
        styleOverrides: {
          body: { fontVariantNumeric: 'tabular-nums' },
          '*:focus-visible': focus,
          a: { color: c.link },
          'input[type=checkbox]': { accentColor: c.ink, width: 18, height: 18, verticalAlign: -4 },
          // On paper a page is as long as it is, without what one presses.
          '@media print': {
            '#root, #root > *, main, main > *': {
              display: 'block !important',
              height: 'auto !important',
              overflow: 'visible !important',
            },
            'header, nav, button': { display: 'none !important' },
          },
          '@media (prefers-reduced-motion: reduce)': {
            '*': { animation: 'none !important', transition: 'none !important' },
          },
        },
      },
      MuiButtonBase: { defaultProps: { disableRipple: true } },
      MuiButton: {
        defaultProps: { disableElevation: true },
        styleOverrides: {
          root: { '&.Mui-focusVisible': focus, minWidth: 0 },
          outlined: { borderColor: c.ink, borderWidth: 1.5 },
        },
      },
      MuiPaper: {
        defaultProps: { elevation: 0 },
        styleOverrides: { root: { backgroundImage: 'none' } },
      },
      MuiPopover: {
        defaultProps: { transitionDuration: 0 },
        styleOverrides: { paper: { border: `1.5px solid ${c.ink}` } },
      },
      MuiDialog: {
        defaultProps: { transitionDuration: 0 },
        styleOverrides: { paper: { border: `1.5px solid ${c.ink}` } },
      },
      MuiAutocomplete: {
        styleOverrides: {
          paper: { border: `1.5px solid ${c.ink}` },
          option: { '&.Mui-focused': { backgroundColor: `${c.chosen} !important` } },
        },
      },
      MuiTextField: { defaultProps: { size: 'small', variant: 'outlined' } },
      // The name of a field always stands in its frame: there it has a third more room, and it does not
      // jump when something is typed.
      MuiOutlinedInput: {
        defaultProps: { notched: true },
        styleOverrides: {
          root: {
            background: c.panel,
            '&.Mui-focused .MuiOutlinedInput-notchedOutline': { borderColor: c.link },
          },
          notchedOutline: { borderColor: c.faint },
        },
      },
      MuiFormControl: { styleOverrides: { root: { minWidth: 'min-content' } } },
      MuiInputLabel: {
        defaultProps: { shrink: true },
        styleOverrides: {
          root: { color: c.faint, '&.Mui-focused': { color: c.link } },
          // It stands in the flow without a height, so that a field is never narrower than its name.
          outlined: {
            '&.MuiInputLabel-shrink': {
              position: 'relative',
              height: 0,
              maxWidth: 'none',
              paddingRight: 28,
              fontSize: '0.75em',
              overflow: 'visible',
              transform: 'translate(14px, -9px)',
            },
          },
        },
      },
    },
  });
}
