import { ChevronDown, CloudOff, Database, RefreshCw, Smartphone, SunMoon, TriangleAlert } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Popover } from 'radix-ui';
import { Link, NavLink, useLocation } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { useHistoryOf } from '../state/documents.ts';
import { useKeeping } from '../state/library.ts';
import { clashesIn, waitingIn } from '../sync/library.ts';
import { isDim, useSettings } from '../state/settings.ts';
import { useRenewal } from '../state/worker.ts';
import { ShortcutList } from './ShortcutList.tsx';
import { ROOMS } from './rooms.ts';
import { UndoRedo } from './UndoRedo.tsx';
import { useShortcuts } from './useShortcuts.ts';

// Opened now and then: loaded when first asked for.
const OnAPhone = lazy(async () => ({ default: (await import('./OnAPhone.tsx')).OnAPhone }));
const ChangedTwice = lazy(async () => ({ default: (await import('./ChangedTwice.tsx')).ChangedTwice }));

const SCREENS = Object.values(ROOMS).map(({ to, name }) => [to, name] as const);

/** Name, navigation and what belongs to the whole app. Navigation shows only screens that exist. */
export function Masthead() {
  const { theme, set } = useSettings(useShallow(({ theme, set }) => ({ theme, set })));
  const [open, setOpen] = useState<'keys' | 'phone' | 'twice' | null>(null);
  const renew = useRenewal();
  const briefId = /^\/plan\/([^/]+)/.exec(useLocation().pathname)?.[1];
  const clashes = useKeeping(({ entries }) => clashesIn(entries).length);
  const waiting = useKeeping(waitingIn);
  const reached = useKeeping((keeping) => keeping.reached);
  const trouble = useKeeping((keeping) => keeping.trouble);
  const unsafe = useKeeping((keeping) => keeping.unsafe !== null);
  const dim = isDim(theme);
  const switchTheme = (): void => set({ theme: dim ? 'paper' : 'dim' });
  const shut = (): void => setOpen(null);
  useShortcuts({ d: switchTheme, '?': () => setOpen('keys') });
  return (
    <header className="mast">
      {briefId && (
        <a href="#answer" className="absolute -top-20 left-4 z-50 bg-panel px-3 py-3 underline focus:top-2">
          To the answer
        </a>
      )}
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
          {SCREENS.map(([to, name]) => (
            <li key={to}>
              <NavLink to={to}>{name}</NavLink>
            </li>
          ))}
        </ul>
      </nav>
      <ScreenMenu />
      <div className="tools">
        {briefId && <OpenHistory id={briefId} />}
        {clashes > 0 && (
          <button type="button" className="btn s bare twice" onClick={() => setOpen('twice')}>
            <TriangleAlert className="i" aria-hidden="true" /> Changed twice: {clashes}
          </button>
        )}
        {!reached && (
          <p className="away" role="status">
            <CloudOff className="i" aria-hidden="true" />
            {waiting === 0 ? 'Server away' : unsafe ? `Server away; ${waiting} not safe` : `Server away; ${waiting} kept here`}
          </p>
        )}
        {reached && trouble && waiting > 0 && (
          <p className="away" role="status">
            <TriangleAlert className="i" aria-hidden="true" />
            {trouble === 'DISK_FULL' ? 'The server’s disk is full' : 'The server takes no changes just now'}; {waiting} kept here
          </p>
        )}
        {unsafe && <Unsafe waiting={waiting} />}
        {renew && (
          <button type="button" className="btn s bare" onClick={renew}>
            <RefreshCw className="i" aria-hidden="true" /> Newer version
          </button>
        )}
        <button type="button" className="btn s bare" aria-label="Pocket" onClick={() => setOpen('phone')}>
          <Smartphone className="i" aria-hidden="true" /> <span>Pocket</span>
        </button>
        <Link className="btn s bare icon" to="/data" aria-label="Your data" title="Your data: backups, archive, devices">
          <Database className="i" aria-hidden="true" />
        </Link>
        <ShortcutList open={open === 'keys'} onOpenChange={(keys) => setOpen(keys ? 'keys' : null)} />
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
      <Suspense>
        {open === 'phone' && <OnAPhone onClose={shut} />}
        {open === 'twice' && <ChangedTwice onClose={shut} />}
      </Suspense>
    </header>
  );
}

/** What can be taken back of the brief on Plan, where it moves nothing when it comes. */
function OpenHistory({ id }: { id: string }) {
  const history = useHistoryOf('briefs', id);
  return (
    <span className="history">
      <UndoRedo {...history} />
    </span>
  );
}

/** This browser's storage is full or shut: what is changed is nowhere but on the page until the server has it. Your data says more. */
function Unsafe({ waiting }: { waiting: number }) {
  return (
    <p className="away" role="alert">
      <TriangleAlert className="i" aria-hidden="true" />
      <Link to="/data" className="underline">
        {waiting > 0 ? 'Not kept here: leave the page open' : 'This browser keeps nothing'}
      </Link>
    </p>
  );
}

/** On a phone the screens stand behind the name of the one that is open. */
function ScreenMenu() {
  const [open, setOpen] = useState(false);
  const { pathname } = useLocation();
  const here = SCREENS.find(([to]) => pathname.startsWith(to))?.[1] ?? 'Screens';
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="btn s bare screens" aria-label={`${here}. Other screens`}>
        {here} <ChevronDown className="i" aria-hidden="true" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="pop menu" align="start" sideOffset={4} collisionPadding={12} aria-label="Screens">
          <ul>
            {SCREENS.map(([to, name]) => (
              <li key={to}>
                <NavLink className="btn bare" to={to} onClick={() => setOpen(false)}>
                  {name}
                </NavLink>
              </li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
