import '@fontsource-variable/bricolage-grotesque/wght.css';
import '@fontsource-variable/figtree/wght.css';
import { createTheme } from '@mui/material/styles';
import { type CorePalette, DARK, LIGHT } from './palette.ts';

declare module '@mui/material/styles' {
  interface Palette {
    core: CorePalette;
  }
  interface PaletteOptions {
    core?: CorePalette;
  }
}

export const DISPLAY_FACE = '"Bricolage Grotesque Variable", Georgia, serif';
const TEXT_FACE = '"Figtree Variable", system-ui, sans-serif';

function scheme(core: CorePalette, onPlayer: string) {
  return {
    palette: {
      core,
      background: { default: core.ground, paper: core.paper },
      text: { primary: core.ink, secondary: core.quiet },
      divider: core.line,
      primary: { main: core.player, contrastText: onPlayer },
      secondary: { main: core.click, contrastText: onPlayer },
    },
  };
}

/** The light scheme's colours under their variable names, stronger than the dark room's. */
const PAPER = Object.fromEntries([
  ...Object.entries(LIGHT).map(([name, colour]) => [`--mui-palette-core-${name}`, `${colour} !important`]),
  ['--mui-palette-text-primary', `${LIGHT.ink} !important`],
  ['--mui-palette-text-secondary', `${LIGHT.quiet} !important`],
  ['--mui-palette-background-default', '#fff !important'],
  ['--mui-palette-background-paper', '#fff !important'],
  ['--mui-palette-divider', `${LIGHT.line} !important`],
]);

const display = { fontFamily: DISPLAY_FACE, fontWeight: 700, letterSpacing: '-0.01em' } as const;

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-scheme' },
  colorSchemes: { light: scheme(LIGHT, '#FFFDF8'), dark: scheme(DARK, '#171A1E') },
  shape: { borderRadius: 10 },
  typography: {
    fontFamily: TEXT_FACE,
    h1: {
      ...display,
      fontSize: 'clamp(1.7rem, 1.1rem + 2vw, 2.3rem)',
      lineHeight: 1.12,
      textWrap: 'balance',
    },
    h2: { ...display, fontSize: '1.25rem', lineHeight: 1.25 },
    h3: { ...display, fontSize: '1.05rem', lineHeight: 1.3 },
    body1: { fontSize: '1rem', lineHeight: 1.5 },
    body2: { fontSize: '0.9rem', lineHeight: 1.45 },
    button: { textTransform: 'none', fontWeight: 600, fontSize: '1rem' },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        body: { fontVariantNumeric: 'tabular-nums', fontFeatureSettings: '"tnum"' },
        '@media print': {
          // Paper is light whatever the room.
          ':root, [data-scheme]': { ...PAPER, colorScheme: 'light !important' },
          body: { background: 'none', printColorAdjust: 'exact' },
          '.no-print': { display: 'none !important' },
        },
        // What is scrolled into sight must not end up behind the bar at the foot of a phone's screen.
        '@media (max-width: 899.95px)': { html: { scrollPaddingBottom: 72 } },
        '@page': { margin: '12mm' },
        a: { color: 'inherit', textUnderlineOffset: '3px' },
        ':focus-visible': { outline: '3px solid var(--mui-palette-core-click)', outlineOffset: '2px' },
        '@media (prefers-reduced-motion: reduce)': {
          '*, *::before, *::after': { animation: 'none !important', transition: 'none !important' },
        },
      },
    },
    // One filled button a screen, few outlined ones, the rest quiet: a button is quiet unless it says so.
    MuiButton: {
      defaultProps: { disableElevation: true, color: 'inherit' },
      styleOverrides: {
        root: {
          minHeight: 44,
          paddingInline: 18,
          variants: [
            {
              // Its words stand in line with what is above and below them, though nothing is drawn round them.
              props: { variant: 'text' },
              style: { minWidth: 44, paddingInline: 10, '&:not(* + *)': { marginInlineStart: -10 } },
            },
            {
              props: { variant: 'contained', color: 'inherit' },
              style: {
                backgroundColor: 'var(--mui-palette-primary-main)',
                color: 'var(--mui-palette-primary-contrastText)',
                '&:hover': { backgroundColor: 'var(--mui-palette-primary-dark)' },
                '&.Mui-disabled': {
                  backgroundColor: 'var(--mui-palette-action-disabledBackground)',
                  color: 'var(--mui-palette-action-disabled)',
                },
              },
            },
          ],
        },
      },
    },
    MuiTextField: { defaultProps: { size: 'small' } },
    // What a field says of itself is read while it waits, too: it is no control, so it needs its contrast.
    MuiFormHelperText: {
      styleOverrides: { root: { '&.Mui-disabled': { color: 'var(--mui-palette-text-secondary)' } } },
    },
    MuiIconButton: { defaultProps: { color: 'inherit' } },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    // Its children keep margins of their own.
    MuiStack: { defaultProps: { useFlexGap: true } },
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
  },
});
