import { ChevronDown, CloudOff, Database, RefreshCw, Smartphone, SunMoon, TriangleAlert, Keyboard } from 'lucide-react';
import { lazy, Suspense, useState, type ComponentProps } from 'react';
import { Link, NavLink, useLocation } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { useHistoryOf } from '../state/documents.ts';
import { useSync } from '../state/library.ts';
import { isDim, useSettings } from '../state/settings.ts';
import { useRenewal } from '../state/worker.ts';
import { conflictsIn, waitingIn } from '../sync/library.ts';
import { Button, buttonLook } from './Button.tsx';
import { MENU } from './Menu.tsx';
import { Popup } from './Popup.tsx';
import { UndoRedo } from './UndoRedo.tsx';
import { ROOMS } from './rooms.ts';
import { useShortcuts } from './useShortcuts.ts';

// Opened now and then: loaded when first asked for.
const OnAPhone = lazy(async () => ({ default: (await import('./OnAPhone.tsx')).OnAPhone }));
const ShortcutList = lazy(async () => ({ default: (await import('./ShortcutList.tsx')).ShortcutList }));
const ChangedTwice = lazy(async () => ({ default: (await import('./ChangedTwice.tsx')).ChangedTwice }));

const SCREENS = Object.values(ROOMS).map(({ to, name }) => [to, name] as const);

/** Name, navigation and what belongs to the whole app. Navigation shows only screens that exist. */
export function Masthead() {
  const { theme, set } = useSettings(useShallow(({ theme, set }) => ({ theme, set })));
  const [open, setOpen] = useState<'keys' | 'phone' | 'twice' | null>(null);
  const renew = useRenewal();
  const briefId = /^\/plan\/([^/]+)/.exec(useLocation().pathname)?.[1];
  const conflicts = useSync(({ entries }) => conflictsIn(entries).length);
  const waiting = useSync(waitingIn);
  const server = useSync((state) => state.server);
  const trouble = useSync((state) => state.trouble);
  const unsafe = useSync((state) => state.diskTrouble !== null);
  const dim = isDim(theme);
  const switchTheme = (): void => set({ theme: dim ? 'paper' : 'dim' });
  const shut = (): void => setOpen(null);
  useShortcuts({ d: ['Paper or Dim', switchTheme], 'shift+?': ['This list', () => setOpen('keys')] });
  return (
    <header className="print:hidden flex gap-7 items-center pr-6 pl-9 h-12 max-md:gap-3 max-md:pr-3 max-md:pl-5 max-sm:flex-wrap max-sm:gap-x-1 max-sm:gap-y-0 max-sm:py-0 max-sm:pr-2 max-sm:pl-4 max-sm:h-auto max-sm:min-h-12 max-2xs:pr-0 max-2xs:pl-2">
      {briefId && (
        <a href="#answer" className="absolute -top-20 left-4 z-50 bg-panel px-3 py-3 underline focus:top-2">
          To the answer
        </a>
      )}
      <Link
        className="relative pb-0.5 font-title text-24 leading-8 font-semibold tracking-[-0.01em] no-underline max-sm:min-h-11 max-2xs:text-18 max-2xs:leading-10"
        to="/plan"
        aria-label="hushto"
      >
        hu
        <span className="relative">
          sh
          <svg
            className="absolute -bottom-1 -left-px w-[calc(100%_+_2px)] h-1.25 fill-none stroke-hush stroke-2 [stroke-linecap:round]"
            viewBox="0 0 40 6"
            preserveAspectRatio="none"
            aria-hidden="true"
          >
            <path vectorEffect="non-scaling-stroke" d="M1 1C12 1 13 5 20 5S28 1 39 1" />
          </svg>
        </span>
        to
      </Link>
      <nav className="max-sm:hidden" aria-label="Main">
        <ul className="flex gap-1">
          {SCREENS.map(([to, name]) => (
            <li key={to}>
              <NavLink
                className="block px-2.5 py-1 no-underline text-quiet rounded-md hover:text-ink hover:bg-sunk aria-[current=page]:font-strong aria-[current=page]:text-ink aria-[current=page]:rounded-none aria-[current=page]:shadow-[inset_0_-2px_0_var(--ink)]"
                to={to}
              >
                {name}
              </NavLink>
            </li>
          ))}
        </ul>
      </nav>
      <ScreenMenu />
      <div className="flex gap-1 items-center ml-auto max-sm:contents">
        {briefId && <OpenHistory id={briefId} />}
        {conflicts > 0 && (
          <Button look="bare" size="s" className="text-warn" onClick={() => setOpen('twice')}>
            <TriangleAlert aria-hidden="true" /> Changed twice: {conflicts}
          </Button>
        )}
        {server === 'away' && (
          <Standing role="status">
            <CloudOff aria-hidden="true" />
            {waiting === 0 ? 'Server away' : unsafe ? `Server away; ${waiting} not safe` : `Server away; ${waiting} kept here`}
          </Standing>
        )}
        {server === 'fails' && !(trouble && waiting > 0) && (
          <Standing role="status">
            <TriangleAlert aria-hidden="true" /> The server has a problem
          </Standing>
        )}
        {server !== 'away' && trouble && waiting > 0 && (
          <Standing role="status">
            <TriangleAlert aria-hidden="true" />
            {trouble === 'DISK_FULL' ? 'The server’s disk is full' : 'The server takes no changes just now'}; {waiting} kept here
          </Standing>
        )}
        {unsafe && <Unsafe waiting={waiting} />}
        {renew && (
          <Button look="bare" size="s" onClick={renew}>
            <RefreshCw aria-hidden="true" /> Newer version
          </Button>
        )}
        <Button look="bare" size="s" aria-label="Pocket" onClick={() => setOpen('phone')}>
          <Smartphone aria-hidden="true" /> <span className="max-sm:hidden">Pocket</span>
        </Button>
        <Link
          className={buttonLook({ look: 'bare', size: 's', icon: true })}
          to="/data"
          aria-label="Your data"
          data-hint="Your data: backups, archive, devices"
        >
          <Database aria-hidden="true" />
        </Link>
        <Button
          look="bare"
          size="s"
          icon
          className="max-sm:hidden"
          aria-label="Keyboard shortcuts"
          data-hint="Keyboard shortcuts (?)"
          onClick={() => setOpen('keys')}
        >
          <Keyboard aria-hidden="true" />
        </Button>
        <Button
          look="bare"
          size="s"
          icon
          aria-label={dim ? 'Switch to Paper' : 'Switch to Dim'}
          data-hint="Paper or Dim (d)"
          onClick={switchTheme}
        >
          <SunMoon aria-hidden="true" />
        </Button>
      </div>
      <Suspense>
        {open === 'phone' && <OnAPhone onClose={shut} />}
        {open === 'twice' && <ChangedTwice onClose={shut} />}
        {open === 'keys' && <ShortcutList onClose={shut} />}
      </Suspense>
    </header>
  );
}

/** What can be taken back of the brief on Plan, where it moves nothing when it comes. */
function OpenHistory({ id }: { id: string }) {
  const history = useHistoryOf('briefs', id);
  return (
    <span className="contents max-sm:hidden">
      <UndoRedo {...history} />
    </span>
  );
}

/** How it stands with what is kept: beside the tools, on a phone in a line of its own. */
const Standing = (props: ComponentProps<'p'>) => (
  <p
    className="mr-2 flex items-center gap-1.5 text-13 text-quiet max-sm:order-1 max-sm:mr-0 max-sm:mb-1 max-sm:basis-full"
    {...props}
  />
);

/** This browser's storage is full or shut: what is changed is nowhere but on the page until the server has it. Your data says more. */
function Unsafe({ waiting }: { waiting: number }) {
  return (
    <Standing role="alert">
      <TriangleAlert aria-hidden="true" />
      <Link to="/data" className="underline">
        {waiting > 0 ? 'Not kept here: leave the page open' : 'This browser keeps nothing'}
      </Link>
    </Standing>
  );
}

/** On a phone the screens stand behind the name of the one that is open. */
function ScreenMenu() {
  const { pathname } = useLocation();
  const here = SCREENS.find(([to]) => pathname.startsWith(to))?.[1] ?? 'Screens';
  return (
    <Popup
      label="Screens"
      align="start"
      className={MENU}
      trigger={(trigger) => (
        <Button
          look="bare"
          size="s"
          className="mr-auto text-15 font-strong sm:hidden"
          aria-label={`${here}. Other screens`}
          {...trigger}
        >
          {here} <ChevronDown aria-hidden="true" />
        </Button>
      )}
    >
      {(close) => (
        <ul>
          {SCREENS.map(([to, name]) => (
            <li key={to}>
              <NavLink className={buttonLook({ look: 'bare', className: 'w-full justify-start px-4' })} to={to} onClick={close}>
                {name}
              </NavLink>
            </li>
          ))}
        </ul>
      )}
    </Popup>
  );
}
