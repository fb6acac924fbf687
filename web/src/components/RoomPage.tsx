import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { cn } from './cn.ts';
import { ROOMS } from './rooms.ts';

interface RoomPageProps {
  room: 'you' | 'kit' | 'log';
  /** What is chosen before the sheet is looked at. */
  aside?: ReactNode;
  /** What stands under that, and below the sheet where there is one column. */
  foot?: ReactNode;
  children: ReactNode;
}

/** Frame of a room of several parts: what it is about, the way between its parts, and what belongs to the one that is open. */
export function RoomPage({ room, aside, foot, children }: RoomPageProps) {
  const { name, says, parts } = ROOMS[room];
  return (
    <main className="grid print:m-0 print:block grid-cols-[16.5rem_minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] gap-x-4 items-stretch max-md:grid-rows-none mr-4 mb-4 ml-6 max-md:grid-cols-1 max-md:gap-y-4 max-md:mx-3 max-md:mt-0 max-md:mb-6 max-sm:mx-0 max-sm:mt-0 max-sm:mb-6">
      <section
        className="print:hidden flex flex-col gap-3.5 items-stretch pt-3 pl-3 max-sm:px-4 max-sm:pt-2 max-sm:pb-0"
        aria-labelledby="room-title"
      >
        <div className="max-sm:sr-only">
          <h1 id="room-title" className="font-title text-24 font-semibold tracking-[-0.01em]">
            {name}
          </h1>
          <p className="text-quiet">{says}</p>
        </div>
        <nav className="-ml-3" aria-label={name}>
          <ul className="max-md:flex max-md:flex-wrap">
            {parts.map(([to, part]) => (
              <li key={to}>
                <NavLink
                  className="block px-3 py-1.25 no-underline rounded-sm hover:bg-sunk/60 aria-[current=page]:font-semibold aria-[current=page]:bg-sunk aria-[current=page]:shadow-[inset_4px_0_0_var(--ink)]"
                  to={to}
                >
                  {part}
                </NavLink>
              </li>
            ))}
          </ul>
        </nav>
        {aside}
      </section>
      <div className="grid min-w-0 max-md:gap-y-4 md:col-start-2 md:row-span-2 print:block">{children}</div>
      {foot && (
        <div className="print:hidden flex flex-col gap-3.5 md:col-start-1 md:row-start-2 md:pt-3.5 pl-3 max-sm:px-4">{foot}</div>
      )}
    </main>
  );
}

/** What stands beside the text of a room: its one sheet. @param beside how wide a second column it has, if any */
export const RoomSheet = ({ beside, children }: { beside?: 'narrow' | 'wide'; children: ReactNode }) => (
  <div
    className={cn(
      'grid min-h-[calc(100vh_-_4rem)] print:block print:min-h-0 print:border-0 gap-x-7 rounded-md border border-rule bg-panel px-6 pt-3.5 pb-3 max-md:min-h-0 max-lg:grid-cols-1 max-lg:gap-y-5 max-sm:rounded-none max-sm:border-x-0 max-sm:border-b-0 max-sm:px-4 max-sm:py-3.5',
      beside === 'wide'
        ? 'grid-cols-[minmax(0,1fr)_19.5rem]'
        : beside === 'narrow'
          ? 'grid-cols-[minmax(0,1fr)_18rem]'
          : 'grid-cols-1',
    )}
  >
    {children}
  </div>
);
