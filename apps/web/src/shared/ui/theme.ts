import { createTheme, type Theme } from '@mui/material/styles';
import { type Mode, MONO, SANS, SERIF, TEXT, TOKENS } from './tokens.ts';

/** The look of every control: hairlines, no shadows, one plum accent. */
export function makeTheme(mode: Mode): Theme {
  const t = TOKENS[mode];
  const variables = Object.fromEntries(Object.entries(t).map(([name, value]) => [`--${name}`, value]));
  const focus = { outline: `2px solid ${t.plum}`, outlineOffset: 2 };
  return createTheme({
    palette: {
      mode,
      // On the dark page a darker plum under the pointer would be too near to the words on it.
      primary: {
        main: t.plum,
        contrastText: t['on-plum'],
        ...(mode === 'dark' ? { dark: t.plum } : {}),
      },
      background: { default: t.paper, paper: t.page },
      text: { primary: t.ink, secondary: t.soft, disabled: t.faint },
      divider: t.line,
      error: { main: t.snare },
      warning: { main: t.warn },
      success: { main: t.good },
    },
    shape: { borderRadius: 10 },
    typography: {
      fontFamily: SANS,
      fontSize: TEXT.field,
      button: { textTransform: 'none', fontWeight: 600 },
      h1: { fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.page },
      h2: { fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.room },
      h3: { fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.panel },
      body2: { fontSize: TEXT.plain },
      caption: { fontSize: TEXT.small, color: t.soft },
    },
    components: {
      MuiCssBaseline: {
        styleOverrides: {
          ':root': { ...variables, colorScheme: mode },
          body: { fontVariantNumeric: 'tabular-nums', overflow: 'hidden' },
          '*': { scrollbarWidth: 'thin', scrollbarColor: `${t.strong} transparent` },
          ':focus-visible': focus,
          // With colours that the system picks, what is chosen is told by a frame, and bars by their own ink.
          '@media (forced-colors: active)': {
            '[aria-pressed="true"], [aria-selected="true"], [aria-current]:not([aria-current="false"])': {
              outline: '2px solid Highlight',
            },
            ':focus-visible': { outline: '2px dashed CanvasText' },
            '.density div, [role="img"], svg': { forcedColorAdjust: 'none' },
          },
          '.mono': { fontFamily: MONO, fontSize: TEXT.plain },
          '.serif': { fontFamily: SERIF, fontWeight: 600 },
          '@media (prefers-reduced-motion: reduce)': {
            '*': { transition: 'none !important', animation: 'none !important' },
          },
        },
      },
      MuiButtonBase: {
        defaultProps: { disableRipple: true },
        styleOverrides: { root: { '&:focus-visible': focus } },
      },
      MuiButton: {
        defaultProps: { disableElevation: true, variant: 'outlined', color: 'inherit', size: 'small' },
        styleOverrides: {
          root: {
            borderRadius: 10,
            padding: '5px 13px',
            fontSize: TEXT.control,
            lineHeight: 1.5,
            minWidth: 0,
          },
          outlined: {
            borderColor: t.strong,
            backgroundColor: t.page,
            '&:hover': { backgroundColor: t.sunk },
          },
          text: { color: t.soft, '&:hover': { color: t.ink, backgroundColor: t.sunk } },
        },
      },
      MuiIconButton: { styleOverrides: { root: { borderRadius: 10, color: t.soft } } },
      MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
      // Only the playhead moves by itself; and a menu that fades away would still take the next press.
      MuiMenu: { defaultProps: { transitionDuration: 0 } },
      MuiDialog: {
        defaultProps: { transitionDuration: 0 },
        styleOverrides: { paper: { border: `1px solid ${t.strong}`, borderRadius: 14 } },
      },
      MuiPopover: {
        defaultProps: { transitionDuration: 0, elevation: 0 },
        styleOverrides: { paper: { border: `1px solid ${t.strong}`, borderRadius: 12 } },
      },
      MuiSlider: {
        defaultProps: { size: 'small' },
        styleOverrides: {
          rail: { backgroundColor: t.strong, opacity: 0.7 },
          thumb: {
            width: 15,
            height: 15,
            backgroundColor: t.page,
            border: `2px solid ${t.plum}`,
            '&::before': { boxShadow: 'none' },
          },
          track: { border: 0, height: 4 },
        },
      },
      MuiOutlinedInput: {
        styleOverrides: {
          root: { backgroundColor: t.page, fontSize: TEXT.field },
          // The gap in the frame is as wide as the label that stands in it.
          notchedOutline: { borderColor: t.strong, '& legend': { fontSize: '0.86em' } },
          input: { paddingTop: 7, paddingBottom: 7 },
        },
      },
      MuiMenuItem: { styleOverrides: { root: { fontSize: TEXT.field } } },
    },
  });
}
