import { createTheme, type Theme } from '@mui/material/styles';
import type { Mode, Tokens } from './tokens';

/** The component library in our own colours, sizes and shapes. */
export function muiTheme(mode: Mode, tokens: Tokens): Theme {
  return createTheme({
    palette: {
      mode: mode === 'light' ? 'light' : 'dark',
      primary: { main: tokens.sward },
      error: { main: tokens.poppy },
      warning: { main: tokens.gorse },
      background: { default: tokens.chalk, paper: tokens.paper },
      text: { primary: tokens.ink, secondary: tokens.inkSoft },
      divider: tokens.rule,
    },
    shape: { borderRadius: 6 },
    typography: {
      fontFamily: 'var(--sans)',
      fontSize: 13,
      button: { textTransform: 'none', fontWeight: 600 },
    },
    components: {
      MuiButtonBase: { defaultProps: { disableRipple: true } },
      MuiPaper: {
        defaultProps: { elevation: 0 },
        styleOverrides: { root: { backgroundImage: 'none', border: `1px solid ${tokens.rule}` } },
      },
      MuiMenuItem: { styleOverrides: { root: { fontSize: 14, minHeight: 32 } } },
      MuiButton: {
        defaultProps: { disableElevation: true, size: 'small' },
        styleOverrides: {
          contained: { color: tokens.paper },
          outlined: { lineHeight: 1.45, padding: '3px 12px', fontSize: 'inherit', justifySelf: 'start' },
          // An action stands among words: as large as they are, and without a box of its own.
          text: {
            minWidth: 0,
            padding: 0,
            fontSize: 'inherit',
            lineHeight: 'inherit',
            textAlign: 'left',
            justifyContent: 'flex-start',
            borderRadius: 3,
            verticalAlign: 'baseline',
            '&:hover': { background: 'none', textDecoration: 'underline' },
            '&.Mui-disabled': { color: tokens.inkSoft },
          },
        },
      },
      MuiLink: {
        defaultProps: { underline: 'none', color: 'inherit', variant: 'inherit' },
        styleOverrides: { button: { textAlign: 'inherit', verticalAlign: 'baseline', userSelect: 'text' } },
      },
      MuiTextField: { defaultProps: { size: 'small' } },
      MuiOutlinedInput: {
        defaultProps: { size: 'small' },
        styleOverrides: {
          root: { fontSize: 13, background: tokens.paper, borderRadius: 4 },
          notchedOutline: { borderColor: tokens.inkSoft },
          input: { padding: '3px 7px', height: 'auto', lineHeight: 1.45 },
          multiline: { padding: '3px 7px', '& textarea': { padding: 0 } },
        },
      },
      MuiSelect: { styleOverrides: { select: { minHeight: 0, '&&': { minHeight: 0 } } } },
      MuiCheckbox: { defaultProps: { size: 'small' }, styleOverrides: { root: TICK } },
      MuiRadio: { defaultProps: { size: 'small' }, styleOverrides: { root: TICK } },
      MuiFormControlLabel: {
        styleOverrides: { root: { margin: 0, gap: 6 }, label: { fontSize: 'inherit' } },
      },
      MuiToggleButton: {
        styleOverrides: {
          root: {
            border: 0,
            borderBottom: '2px solid transparent',
            borderRadius: 0,
            padding: '2px 0',
            fontSize: 'inherit',
            fontWeight: 400,
            lineHeight: 'inherit',
            color: tokens.inkSoft,
            '&:hover': { background: 'none', color: tokens.ink },
            '&.Mui-selected, &.Mui-selected:hover': {
              background: 'none',
              color: tokens.sward,
              fontWeight: 650,
              borderBottomColor: tokens.sward,
            },
          },
        },
      },
      MuiLinearProgress: {
        styleOverrides: { root: { borderRadius: 3, height: 5, background: tokens.rule } },
      },
      MuiAlert: {
        defaultProps: { icon: false, variant: 'outlined' },
        styleOverrides: {
          root: {
            color: tokens.ink,
            fontSize: 14,
            lineHeight: 1.45,
            background: tokens.chalk,
            borderColor: tokens.rule,
            borderLeftWidth: 4,
            padding: '10px 14px',
          },
          message: { padding: 0, overflow: 'visible' },
          outlined: {
            variants: [
              { props: { severity: 'error' }, style: { borderLeftColor: tokens.poppy } },
              { props: { severity: 'warning' }, style: { borderLeftColor: tokens.gorse } },
            ],
          },
        },
      },
      MuiTooltip: {
        styleOverrides: {
          tooltip: {
            background: tokens.ink,
            color: tokens.paper,
            fontSize: 12.5,
            fontWeight: 400,
            maxWidth: 320,
          },
        },
      },
    },
  });
}

/** A tick takes no more room than the line it stands in. */
const TICK = { padding: 0, '& svg': { fontSize: 18 } };
