import Link from '@mui/material/Link';
import { useMode } from './ThemeMode';

/** Changes between daylight and dusk. */
export function ModeSwitch({ className = '' }: { className?: string | undefined }) {
  const { mode, setMode } = useMode();
  return (
    <Link
      component="button"
      type="button"
      className={`${className} soft small`}
      onClick={() => setMode(mode === 'light' ? 'dusk' : 'light')}
    >
      {mode === 'light' ? 'Dusk' : 'Daylight'}
    </Link>
  );
}
