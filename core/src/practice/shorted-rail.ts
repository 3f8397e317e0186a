import type { Circuit } from '../circuit/netlist';
import { GROUND } from '../circuit/netlist';
import { allPairOhms, dcSolver } from '../circuit/solver';
import type { RailLink, Suspect, SuspectKind } from '../shorts/suspect';
import { SUSPECT_WORDS } from '../shorts/suspect';
import { drawFrom } from './stage-builder';
import { seeded } from './seeded';

/** A supply with something shorted on it, as the person lists it, and which one it is. */
export interface ShortedRail {
  readonly suspects: readonly Suspect[];
  readonly links: readonly RailLink[];
  readonly culprit: string;
  /** Suspects that show a scar under the magnifier. */
  readonly scarred: ReadonlySet<string>;
  /** Resistance to ground at each stretch, ohms. */
  readonly ohmsAt: ReadonlyMap<string, number>;
}

/** How often each kind fails short on made-up rails; drawn on its own, not the hunter's table (a judgement). */
const FAILS: Readonly<Record<SuspectKind, number>> = {
  ceramic: 1,
  electrolytic: 0.2,
  transistor: 1.1,
  protection: 1.1,
  chip: 0.9,
  bridge: 1.6,
  water: 1,
  port: 1.8,
  plugged: 1,
};
const SHOWS = 0.35;
const SHOWS_SOUND = 0.03;

/** A made-up shorted rail from a seed: one to three stretches parted by coils or beads, six to twenty suspects, one of them short. */
export function shortedRail(seed: number): ShortedRail {
  const draw = drawFrom(seeded(seed * 40503 + 7));
  const stretches = ['the port', 'after the first bead', 'after the coil'].slice(
    0,
    1 + Math.floor(draw.random() * 3),
  );
  const links = stretches.slice(1).map((b, i): RailLink => ({
    a: stretches[i] ?? '',
    b,
    ohms: draw.between(0.08, 0.5),
  }));
  const count: Partial<Record<SuspectKind, number>> = {};
  const suspects: Suspect[] = [];
  const add = (kind: SuspectKind, stretch: string): void => {
    const n = (count[kind] = (count[kind] ?? 0) + 1);
    suspects.push({ id: `${kind}${n}`, label: `${SUSPECT_WORDS[kind]} ${n}`, kind, stretch, scar: false });
  };
  add('port', stretches[0] ?? '');
  if (draw.chance(0.6)) add('bridge', stretches[0] ?? '');
  if (draw.chance(0.25)) add('water', draw.pick(stretches));
  if (draw.chance(0.5)) add('protection', stretches[0] ?? '');
  if (draw.chance(0.4)) add('plugged', stretches.at(-1) ?? '');
  for (const stretch of stretches) {
    const caps = 2 + Math.floor(draw.random() * 4);
    for (let i = 0; i < caps; i += 1) add(draw.chance(0.85) ? 'ceramic' : 'electrolytic', stretch);
    if (draw.chance(0.5)) add('transistor', stretch);
    const chips = Math.floor(draw.random() * 3);
    for (let i = 0; i < chips; i += 1) add('chip', stretch);
  }
  const total = suspects.reduce((sum, s) => sum + FAILS[s.kind], 0);
  let left = draw.random() * total;
  const culprit = suspects.find((s) => (left -= FAILS[s.kind]) < 0) ?? draw.pick(suspects);
  const scarred = new Set(
    suspects.filter((s) => draw.chance(s === culprit ? SHOWS : SHOWS_SOUND)).map((s) => s.id),
  );
  const circuit: Circuit = [
    ...links.map((l, i) => ({
      id: `link${i}`,
      kind: 'resistor' as const,
      a: l.a,
      b: l.b,
      ohms: l.ohms ?? 0.2,
    })),
    {
      id: 'short',
      kind: 'resistor',
      a: culprit.stretch,
      b: GROUND,
      ohms: Math.exp(draw.between(Math.log(0.1), Math.log(4))),
    },
    ...stretches.map((s, i) => ({
      id: `rest${i}`,
      kind: 'resistor' as const,
      a: s,
      b: GROUND,
      ohms: draw.between(300, 5000),
    })),
  ];
  const solver = dcSolver(circuit);
  const { ohms, size } = allPairOhms(solver);
  return {
    suspects: suspects.map((s) => ({ ...s, scar: false })),
    links,
    culprit: culprit.id,
    scarred,
    ohmsAt: new Map(stretches.map((s) => [s, ohms[(solver.nodes.get(s) ?? 0) * size] ?? 0])),
  };
}
