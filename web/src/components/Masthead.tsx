import { SunMoon } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { isDim, useSettings } from '../state/settings.ts';
import { ShortcutList } from './ShortcutList.tsx';
import { useShortcuts } from './useShortcuts.ts';

/** Name, navigation and what belongs to the whole app. Navigation shows only screens that exist. */
export function Masthead() {
  const { theme, set } = useSettings();
  const [keysOpen, setKeysOpen] = useState(false);
  const dim = isDim(theme);
  const switchTheme = (): void => set({ theme: dim ? 'paper' : 'dim' });
  useShortcuts({ d: switchTheme, '?': () => setKeysOpen(true) });
  return (
    <header className="mast">
      <Link className="mark" to="/plan" aria-label="hushto">
        hu
        <span>
          sh
          <svg viewBox="0 0 40 6" preserveAspectRatio="none" aria-hidden="true">
            <path vectorEffect="non-scaling-stroke" d="M1 1C12 1 13 5 20 5S28 1 39 1" />
          </svg>
        </span>
        to
      </Link>
      <nav aria-label="Main">
        <ul>
          <li>
            <Link to="/plan" aria-current="page">
              Plan
            </Link>
          </li>
        </ul>
      </nav>
      <div className="tools">
        <ShortcutList open={keysOpen} onOpenChange={setKeysOpen} />
        <button
          type="button"
          className="btn s bare icon"
          aria-label={dim ? 'Switch to Paper' : 'Switch to Dim'}
          title="Paper or Dim (d)"
          onClick={switchTheme}
        >
          <SunMoon className="i" aria-hidden="true" />
        </button>
      </div>
    </header>
  );
}
