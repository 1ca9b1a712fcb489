/** The frame of every screen but the needles: name of the house, ways round, a title. */
import type { ReactNode } from 'react';
import { Link, NavLink } from 'react-router';

const WAYS = [
  { to: '/', label: 'Bench' },
  { to: '/patterns', label: 'Patterns' },
  { to: '/pieces/new', label: 'Set up a piece' },
  { to: '/knitter', label: 'How I knit' },
];

export function Page({
  title,
  children,
  wide = false,
}: {
  title: ReactNode;
  children: ReactNode;
  wide?: boolean;
}) {
  return (
    <div className={`mx-auto px-6 pb-20 ${wide ? 'max-w-[1320px]' : 'max-w-[1080px]'}`}>
      <header className="flex flex-wrap items-center gap-x-8 gap-y-1 py-3">
        <Link to="/" className="flex items-center gap-3 font-display text-2xl font-extrabold">
          <svg viewBox="0 0 44 48" width="26" height="29" aria-hidden="true">
            <path d="M37 44C37 28 7 20 7 4" fill="none" stroke="var(--soft)" strokeWidth="7" />
            <path d="M7 44C7 28 37 20 37 4" fill="none" stroke="var(--ground)" strokeWidth="17" />
            <path d="M7 44C7 28 37 20 37 4" fill="none" stroke="var(--action)" strokeWidth="11" />
          </svg>
          Gritch
        </Link>
        <nav aria-label="Screens" className="flex flex-wrap gap-1">
          {WAYS.map(({ to, label }) => (
            <NavLink key={to} to={to} end className="way">
              {label}
            </NavLink>
          ))}
        </nav>
      </header>
      <main>
        <h1 className="page-title mt-1 mb-6">{title}</h1>
        {children}
      </main>
    </div>
  );
}
