import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import '../../styles/charts.css';
import '../../styles/learn.css';
import '../../styles/grain.css';

/** Frame of the Grain screens: what they are about, the way between them, and what belongs to the one that is open. */
export function GrainPage({ aside, children }: { aside: ReactNode; children: ReactNode }) {
  return (
    <main className="learn-page grain-page">
      <section className="aside-text" aria-labelledby="grain-title">
        <div>
          <h1 id="grain-title" className="screen-title">
            Grain
          </h1>
          <p className="help">What your sensor gives in the dark, and how much grain you accept for how little blur.</p>
        </div>
        <nav className="parts" aria-label="Grain">
          <ul>
            {[
              ['/grain/figures', 'Figures of a body'],
              ['/grain/taste', 'Taste and ISO ceiling'],
              ['/grain/measure', 'Measure a sensor'],
            ].map(([to, name]) => (
              <li key={to}>
                <NavLink to={to!}>{name}</NavLink>
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
