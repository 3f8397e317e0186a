import type { Board, MeterMode, MeterShown, ProbePoint } from '@zebbit/core';
import { canProbe, functionGroup, isGone, probePoints } from '@zebbit/core';

/** What a player found of each pin, and how many readings it took. */
export interface Played {
  readonly probes: number;
  /** Landing of each pin, `null` where the player gave up. */
  readonly landings: ReadonlyMap<string, string | null>;
}

type Ask = (red: string, black: string, mode: MeterMode) => MeterShown;

const FIRST: Readonly<Record<string, readonly string[]>> = {
  supply: ['fuse', 'bead', 'inductor', 'diode', 'dual-diode', 'chip', 'capacitor', 'transistor', 'esd-array'],
  data: ['resistor', 'choke', 'esd-array', 'chip'],
  configuration: ['resistor', 'chip'],
};

/**
 * The trade's fixed order: ground first, then the short, then the smallest resistors near the port, then pin by pin, ringing the nearest
 * likely part first and settling every beep through a part in ohms. A torn pad without a stub goes by exclusion: the nearest part of the
 * right kind that is neither ground nor the other supply; data lines to the pair of equal small resistors, in the order of the pins.
 */
export function playFixedOrder(board: Board, ask: Ask): Played {
  const points = probePoints(board);
  const pins = points.filter((p) => p.owner === 'pin');
  const stubs = points.filter((p) => p.owner === 'point' && p.point.role === 'track-end');
  const pour =
    points.find((p) => p.owner === 'point' && p.point.role === 'pour') ??
    points.find((p) => p.owner === 'leg' && !isGone(p.leg.state)) ??
    points.find((p) => p.owner === 'pin' && p.pin.function === 'GND' && canProbe(p.pin.state));
  const other = points.find((p) => p.owner === 'point' && p.point.role === 'other-supply');
  const landings = new Map<string, string | null>();
  if (!pour) return { probes: 0, landings };
  let probes = 0;
  const read: Ask = (red, black, mode) => {
    probes += 1;
    return ask(red, black, mode);
  };
  const mm = (a: ProbePoint, b: ProbePoint): number => Math.hypot(a.at.x - b.at.x, a.at.y - b.at.y);
  const touchOf = (pin: (typeof pins)[number]): ProbePoint | undefined =>
    canProbe(pin.pin.state)
      ? pin
      : stubs.find((s) => Math.abs(s.at.x - pin.at.x) < 0.5 * pin.row.pitchMm && mm(s, pin) < 3);
  const small = (shown: MeterShown): boolean => shown.shown === 'value' && (shown.value ?? 9) < 1;

  for (const pin of pins.filter((p) => functionGroup(p.pin.function) === 'ground')) {
    const touch = touchOf(pin);
    if (touch) read(touch.id, pour.id, 'continuity');
    landings.set(pin.id, pour.id);
  }
  const vbus = pins
    .filter((p) => p.pin.function === 'VBUS')
    .map(touchOf)
    .find(Boolean);
  if (vbus) read(vbus.id, pour.id, 'ohms');

  const middle = pins[Math.floor(pins.length / 2)] ?? pins[0];
  const ohmsOf = new Map<string, number>();
  const resistors = board.components
    .filter((c) => c.kind === 'resistor')
    .map((c) => ({ c, ends: points.filter((p) => p.owner === 'terminal' && p.component.id === c.id) }))
    .sort((a, b) => (middle && a.ends[0] && b.ends[0] ? mm(middle, a.ends[0]) - mm(middle, b.ends[0]) : 0));
  const hasData = pins.some((p) => p.pin.function === 'D+');
  const pair: string[] = [];
  for (const { c, ends } of resistors) {
    if (!hasData || pair.length === 2) break;
    const shown = read(ends[0]?.id ?? '', ends[1]?.id ?? '', 'ohms');
    const ohms = shown.shown === 'value' ? (shown.value ?? Infinity) : Infinity;
    ohmsOf.set(c.id, ohms);
    if (ohms > 15 && ohms < 50) pair.push(c.id);
  }

  const done = new Map<string, string>();
  const order = ['VBUS', 'D+', 'D-', 'CC1', 'CC2'] as const;
  for (const f of order) {
    const own = pins.filter((p) => p.pin.function === f);
    if (own.length === 0) continue;
    const group = functionGroup(f);
    const kinds = FIRST[group] ?? [];
    const near = (p: ProbePoint): number => Math.min(...own.map((pin) => mm(pin, p)));
    const targets = points
      .filter((p) => p.owner === 'terminal' && kinds.includes(p.component.kind))
      .sort((a, b) => {
        const rank = (p: ProbePoint): number => {
          if (p.owner !== 'terminal') return 9;
          if (group === 'data' && pair.includes(p.component.id)) return -1;
          return kinds.indexOf(p.component.kind) < 5 ? 0 : 1;
        };
        return rank(a) - rank(b) || near(a) - near(b);
      });
    let found: string | null = null;
    for (const touch of own.flatMap((p) => touchOf(p) ?? [])) {
      for (const target of targets) {
        if (read(touch.id, target.id, 'continuity').shown !== 'beep') continue;
        const beepsAnyway =
          target.owner === 'terminal' &&
          !['capacitor', 'diode', 'dual-diode', 'chip', 'esd-array', 'transistor'].includes(
            target.component.kind,
          );
        if (beepsAnyway && !small(read(touch.id, target.id, 'ohms'))) continue;
        found = target.id;
        break;
      }
      if (found !== null) break;
    }
    if (found === null && own.every((p) => !touchOf(p))) {
      if (group === 'data' && pair.length === 2) {
        const sign = f === 'D+' ? 1 : -1;
        const x = (list: typeof pins): number =>
          list.reduce((s, p) => s + p.at.x, 0) / Math.max(1, list.length);
        const right =
          sign *
            (x(pins.filter((p) => p.pin.function === 'D+')) -
              x(pins.filter((p) => p.pin.function === 'D-'))) >
          0;
        const ends = points
          .filter((p) => p.owner === 'terminal' && pair.includes(p.component.id))
          .sort((a, b) => near(a) - near(b))
          .slice(0, 2);
        found = ends.sort((a, b) => a.at.x - b.at.x)[right ? 1 : 0]?.id ?? null;
      } else
        for (const target of targets.slice(0, 12)) {
          if ([...done.values()].includes(target.id)) continue;
          const ground = read(target.id, pour.id, group === 'configuration' ? 'ohms' : 'continuity');
          if (ground.shown === 'beep' || small(ground)) continue;
          if (group === 'configuration') {
            if (ground.value === null || ground.value < 4600 || ground.value > 5700) continue;
          } else if (group === 'supply') {
            if (other && read(target.id, other.id, 'continuity').shown === 'beep') continue;
          } else {
            const drop = read(pour.id, target.id, 'diode').value ?? 0;
            if (drop < 0.45 || drop > 0.8) continue;
          }
          found = target.id;
          break;
        }
    }
    if (found !== null) done.set(f, found);
    for (const pin of own) landings.set(pin.id, found);
  }
  return { probes, landings };
}
