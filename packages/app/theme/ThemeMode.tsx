import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { ThemeProvider } from '@mui/material/styles';
import { createContext, useContext, useLayoutEffect, useMemo, useState, type ReactNode } from 'react';
import { inBrowser } from '../storage/remembered';
import { muiTheme } from './muiTheme';
import { tokensOf, type Mode, type Tokens } from './tokens';

interface ModeSetting {
  readonly mode: Mode;
  readonly tokens: Tokens;
  readonly setMode: (mode: Mode) => void;
}

const ModeContext = createContext<ModeSetting | null>(null);
const KEPT_AS = 'wold.mode';

/** The theme in force and how to change it. */
export function useMode(): ModeSetting {
  const setting = useContext(ModeContext);
  if (setting === null) throw new Error('useMode needs ThemeMode around it.');
  return setting;
}

/** Gives tokens to style sheets as custom properties, to MUI as a theme and to charts by {@link useMode}. */
export function ThemeMode({ children }: { children: ReactNode }) {
  const [mode, setMode] = useState<Mode>(firstMode);
  const tokens = tokensOf(mode);
  const theme = useMemo(() => muiTheme(mode, tokens), [mode, tokens]);
  // First in the page, so that a style sheet of ours has the last word.
  const cache = useMemo(() => createCache({ key: 'wold', nonce: styleNonce(), prepend: true }), []);
  useLayoutEffect(() => {
    const root = document.documentElement;
    root.dataset.mode = mode;
    root.style.colorScheme = mode === 'light' ? 'light' : 'dark';
    for (const [name, value] of Object.entries(tokens))
      root.style.setProperty(cssName(name), value as string);
    inBrowser.keep(KEPT_AS, mode);
  }, [mode, tokens]);
  const setting = useMemo(() => ({ mode, tokens, setMode }), [mode, tokens]);
  return (
    <ModeContext value={setting}>
      <CacheProvider value={cache}>
        <ThemeProvider theme={theme}>{children}</ThemeProvider>
      </CacheProvider>
    </ModeContext>
  );
}

function firstMode(): Mode {
  const kept = inBrowser.get(KEPT_AS);
  if (kept === 'light' || kept === 'dusk') return kept;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dusk' : 'light';
}

/** The server allows inline styles only under the nonce it put into the page. */
function styleNonce(): string {
  return document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content ?? '';
}

/** inkSoft → --ink-soft */
function cssName(token: string): string {
  return `--${token.replace(/[A-Z]/g, letter => `-${letter.toLowerCase()}`)}`;
}
