import type { Check, CheckResult, JobView } from '@zebbit/core';
import { EMPTY_DOCUMENTS, EMPTY_REBUILD, FRESH_CHOICE, jobView } from '@zebbit/core';
import type { BoardTruth, BrokenBoard } from '@zebbit/core/practice';
import { askTruth, brokenBoard, seeded, truthBench } from '@zebbit/core/practice';

/** What may be wrong with a repair; a meter can see all but the cable. */
const FAULTS = [
  'none',
  'swapped pair',
  'bridge',
  'cold joint',
  'wrong place',
  'dead twin',
  'no CC resistor',
  'charge-only cable',
] as const;
type Fault = (typeof FAULTS)[number];

interface Repair {
  readonly view: JobView;
  readonly truth: BoardTruth;
  readonly pinOf: (f: string) => string[];
}

/** The board with every wired pin given its copper back, by wires to places on its true net; `null` where a pin has none to go to. */
function repaired(made: BrokenBoard): Repair | null {
  const { truth } = made;
  const pins = truth.board.rows.flatMap((r) => r.pins);
  const places = [
    ...truth.board.components.flatMap((c) => c.terminals.map((t) => t.id)),
    ...truth.board.points.map((p) => p.id),
  ];
  const choices = [];
  for (const p of pins) {
    const net = made.pinNets[p.id];
    if (p.state !== 'torn' || net === undefined) continue;
    const landing = places.find((id) => truth.netOf[id] === net);
    if (landing === undefined) return null;
    choices.push({ ...FRESH_CHOICE, pinId: p.id, kind: 'jumper' as const, landingId: landing, built: true });
  }
  const does = /only/u.test(made.kind) ? (['charge'] as const) : (['charge', 'data'] as const);
  const view = jobView({
    ...EMPTY_DOCUMENTS,
    intake: { ...EMPTY_DOCUMENTS.intake, kinds: ['torn'], does, deviceCurrentA: 0.5 },
    board: truth.board,
    rebuild: { ...EMPTY_REBUILD, choices },
    readings: [],
    results: [],
  });
  return {
    view,
    truth: { ...truth, gone: new Set(), cut: new Set() },
    pinOf: (f) => pins.filter((p) => p.function === f && made.pinNets[p.id] !== undefined).map((p) => p.id),
  };
}

const joined = (truth: BoardTruth, a: string, b: string, ohms: number): BoardTruth => ({
  ...truth,
  circuit: [...truth.circuit, { id: 'fault', kind: 'resistor', a, b, ohms }],
});

/** The repair with one thing wrong; `null` where this board cannot have it. */
function spoilt({ truth, pinOf, view }: Repair, fault: Fault, random: () => number): BoardTruth | null {
  const of = <T>(list: readonly T[]): T | undefined => list[Math.floor(random() * list.length)];
  const net = (id: string): string => truth.netOf[id] ?? `alone ${id}`;
  const wires = view.plans.filter((p) => p.repair.kind === 'jumper').map((p) => p.row.pin.id);
  switch (fault) {
    case 'swapped pair': {
      const [plus, minus] = [pinOf('D+')[0], pinOf('D-')[0]];
      if (plus === undefined || minus === undefined || !(wires.includes(plus) && wires.includes(minus)))
        return null;
      return { ...truth, netOf: { ...truth.netOf, [plus]: net(minus), [minus]: net(plus) } };
    }
    case 'bridge': {
      const rows = truth.board.rows.filter((r) => r.pins.length > 1);
      const row = of(rows);
      const at = Math.floor(random() * ((row?.pins.length ?? 1) - 1));
      const [a, b] = [row?.pins[at]?.id, row?.pins[at + 1]?.id];
      if (a === undefined || b === undefined || net(a) === net(b)) return null;
      return joined(truth, net(a), net(b), 0.05 + random() * 0.3);
    }
    case 'cold joint': {
      const pin = of(wires);
      if (pin === undefined) return null;
      const alone = { ...truth, netOf: { ...truth.netOf, [pin]: `cold ${pin}` } };
      return random() < 0.5 ? alone : joined(alone, `cold ${pin}`, net(pin), 3 + random() * 20);
    }
    case 'wrong place': {
      const pin = pinOf('VBUS').find((id) => wires.includes(id));
      if (pin === undefined) return null;
      // The far side of a diode, a switch or a charger: what a fuse or bead joins a meter takes for one.
      const bench = truthBench(truth);
      const other = truth.board.components
        .flatMap((c) => c.terminals.map((t) => t.id))
        .find((id) => {
          if (net(id) === '0' || net(id) === net(pin)) return false;
          const { shown, value } = askTruth(bench, pin, id, 'ohms');
          return shown !== 'value' || (value ?? 0) > 50;
        });
      return other === undefined ? null : { ...truth, netOf: { ...truth.netOf, [pin]: net(other) } };
    }
    case 'dead twin': {
      const twin = pinOf('D+')[1];
      return twin === undefined || !(truth.board.family ?? '').startsWith('type-c')
        ? null
        : { ...truth, cut: new Set([twin]) };
    }
    case 'no CC resistor': {
      const cc = pinOf('CC1')[0];
      if (cc === undefined) return null;
      const left = truth.circuit.filter(
        (p) => !(p.kind === 'resistor' && [p.a, p.b].includes(net(cc)) && p.ohms > 4000 && p.ohms < 6500),
      );
      return left.length === truth.circuit.length ? null : { ...truth, circuit: left };
    }
    default:
      return truth;
  }
}

/** What a meter says to each unpowered check, as it is entered. */
function answers(checks: readonly Check[], truth: BoardTruth): CheckResult[] {
  const bench = truthBench(truth);
  const ground = truth.board.points.find((p) => p.role === 'pour')?.id ?? '';
  return checks.flatMap((c, i): CheckResult[] => {
    if (c.powered || c.helps) return [];
    const base = { id: String(i), at: '', key: c.key, note: '' };
    const [kind = '', a = '', b = ''] = c.key.split(':');
    if (c.entry !== 'ohms') return [{ ...base, shown: 'yes', value: null }];
    const to = kind === 'short' || kind === 'cc' ? ground : b;
    const { shown, value } = askTruth(bench, a, to, 'ohms');
    return [shown === 'value' ? { ...base, shown, value } : { ...base, shown: 'over', value: null }];
  });
}

/** What the list of before asked: no twins, no CC, no supplies, one limit for every ring. */
const isOld = ({ key }: Check): boolean => !/^(?:twin|cc|supply|prod):/u.test(key);

/** So many repairs, right or with one thing wrong: which are stopped before power. */
export function benchVerdicts(count: number, fresh: number): void {
  const rows = FAULTS.map((fault) => ({
    fault,
    repairs: 0,
    stopped: 0,
    before: 0,
    why: new Map<string, number>(),
  }));
  for (let k = 0, done = 0; done < count && k < count * 20; k += 1) {
    const seed = k % 2 === 0 ? k + 1 : 1_000_000 + fresh * 1000 + k;
    const random = seeded(seed);
    const made = brokenBoard(seed, { fault: 'none' });
    if (made.wired === 'mirrored') continue;
    const repair = repaired(made);
    if (!repair) continue;
    const fault = FAULTS[done % FAULTS.length] ?? 'none';
    const truth = spoilt(repair, fault, random);
    if (!truth) continue;
    const row = rows.find((r) => r.fault === fault);
    if (!row) continue;
    done += 1;
    row.repairs += 1;
    const results = answers(repair.view.checks, truth);
    const judged = jobView({ ...repair.view.record, results }).prove;
    if (!judged.gate.open) {
      row.stopped += 1;
      for (const c of judged.checks)
        if (!c.check.powered && !c.check.helps && c.verdict !== 'pass') {
          const [kind = ''] = c.check.key.split(':');
          row.why.set(kind, (row.why.get(kind) ?? 0) + 1);
        }
    }
    const old = judged.checks.filter((c) => isOld(c.check) && !c.check.powered && !c.check.helps);
    if (old.some((c) => c.verdict !== 'pass')) row.before += 1;
  }
  process.stdout.write(
    [
      `\nVerdicts on ${count} repairs, half of them on fresh seeds: stopped before power`,
      ...rows.map(
        (r) =>
          `  ${r.fault.padEnd(18)} ${r.repairs} repairs, stopped ${r.stopped}, by the list of before ${r.before}${r.why.size > 0 ? ` (${[...r.why].map(([w, n]) => `${w} ${n}`).join(', ')})` : ''}`,
      ),
      '',
    ].join('\n'),
  );
}
