import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { ROOMS } from './rooms.ts';
import '../styles/charts.css';
import '../styles/learn.css';
import '../styles/grain.css';

interface RoomPageProps {
  room: 'you' | 'kit';
  /** More classes of the page. */
  look?: string;
  aside: ReactNode;
  children: ReactNode;
}

/** Frame of a room of several parts: what it is about, the way between its parts, and what belongs to the one that is open. */
export function RoomPage({ room, look = '', aside, children }: RoomPageProps) {
  const { name, says, parts } = ROOMS[room];
  return (
    <main className={`learn-page ${look}`}>
      <section className="aside-text" aria-labelledby="room-title">
        <div>
          <h1 id="room-title" className="screen-title">
            {name}
          </h1>
          <p className="help">{says}</p>
        </div>
        <nav className="parts" aria-label={name}>
          <ul>
            {parts.map(([to, part]) => (
              <li key={to}>
                <NavLink to={to}>{part}</NavLink>
              </li>
            ))}
          </ul>
        </nav>
        {aside}
      </section>
      {children}
    </main>
  );
}
