import { Moon, Sun } from 'lucide-react';
import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { Button } from '../ui/button';
import { useTheme } from './theme';

const ROOMS = [
  ['/', 'Tonight'],
  ['/drawer', 'Drawer'],
  ['/library', 'Library'],
  ['/sums', 'Sums'],
  ['/ledger', 'Ledger'],
] as const;

/** The head of the pages outside a job. */
export function TopBar({ children }: { readonly children?: ReactNode }) {
  const { theme, toggle } = useTheme();
  return (
    <header className="flex h-14 shrink-0 items-center border-b border-line bg-sheet print:hidden">
      <span className="flex h-full w-[136px] items-center border-r border-line px-5 text-[20px] font-bold">
        Zebbit
      </span>
      <nav aria-label="Main" className="flex flex-1 items-center gap-6 pl-5">
        {ROOMS.map(([to, words]) => (
          <NavLink
            key={to}
            to={to}
            end={to === '/'}
            className={({ isActive }) =>
              `inline-flex min-h-10 items-center font-bold ${isActive ? 'text-copper' : 'text-ink2 hover:text-ink'}`
            }
          >
            {words}
          </NavLink>
        ))}
      </nav>
      {children}
      <Button
        tone="quiet"
        className="mr-3"
        hotkey="N"
        onClick={toggle}
        icon={
          theme === 'day' ? <Moon aria-hidden className="size-5" /> : <Sun aria-hidden className="size-5" />
        }
      >
        {theme === 'day' ? 'night' : 'day'}
      </Button>
    </header>
  );
}
