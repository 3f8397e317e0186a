import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { TopBar } from '../app/top-bar';
import { useTheme } from '../app/theme';
import { useKeys } from '../app/use-keys';

const SUMS = [
  ['/sums/heat', 'Heat on a board', 'what to set, what melts, what gives way'],
  ['/sums/lid', 'Warming a lid', 'until glue or putty lets go'],
  ['/sums/solder', 'Solder in solder', 'where the mix melts'],
  ['/sums/wire', 'A wire', 'ohms, loss, when it melts'],
  ['/sums/track', 'A track', 'what it carries'],
  ['/sums/marks', 'Marks on a resistor', 'its ohms'],
  ['/sums/divider', 'Divider, and CC', 'volts in the middle'],
  ['/sums/units', 'Units and gauges', 'mm, mil, AWG, °C, °F'],
  ['/sums/charge', 'Charge time', 'from capacity and current'],
  ['/sums/copy', 'Copy time', 'from size and link'],
  ['/sums/order', 'How many to order', 'price, postage, use'],
] as const;

/** The frame of every sum: their list on the left, what is drawn, and the figures on the right. */
export function SumsPage({
  title,
  picture,
  children,
}: {
  readonly title: string;
  readonly picture: ReactNode;
  readonly children: ReactNode;
}) {
  const toggle = useTheme((t) => t.toggle);
  useKeys({ n: toggle, N: toggle });
  return (
    <div className="flex h-full flex-col">
      <title>{`${title} · Zebbit`}</title>
      <TopBar />
      <div className="flex min-h-0 flex-1">
        <nav
          aria-label="Sums"
          className="scroll-thin w-[200px] shrink-0 space-y-0.5 overflow-y-auto border-r border-line bg-sheet p-3"
        >
          {SUMS.map(([to, words, why]) => (
            <NavLink
              key={to}
              to={to}
              className={({ isActive }) =>
                `block rounded-[10px] px-2.5 py-1.5 ${isActive ? 'bg-copper-soft' : 'hover:bg-sunk'}`
              }
            >
              <span className="block font-bold">{words}</span>
              <span className="block text-second text-ink2">{why}</span>
            </NavLink>
          ))}
        </nav>
        <main className="relative min-w-0 flex-1 overflow-hidden bg-mat">{picture}</main>
        <aside
          aria-label={title}
          className="scroll-thin w-[404px] shrink-0 space-y-4 overflow-y-auto border-l border-line bg-sheet p-5"
        >
          <h1 className="text-move leading-tight font-semibold">{title}</h1>
          {children}
        </aside>
      </div>
    </div>
  );
}
