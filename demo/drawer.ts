import type { ConnectorPart, PartLand, StockCard } from '@zebbit/core';
import { EMPTY_CARD, GENERIC_PARTS, oblong, partFootprint, writeKicadFootprint } from '@zebbit/core';
import { seeded } from '@zebbit/core/practice';
import type { DemoClient } from './client';

/** A box of look-alikes and a drawer, everything invented, for the demo only. */

const MAKERS = ['Tollgate', 'Fernhill', 'Oriel'] as const;

const generic = (id: string): ConnectorPart => {
  const part = GENERIC_PARTS.find((p) => p.id === `generic/${id}`);
  if (!part) throw new Error(`there is no built-in part ${id}`);
  return part;
};

interface Change {
  /** Legs further apart by this, and further from the contacts. */
  readonly apart: number;
  readonly back: number;
  readonly slot: number;
}

const changed = (lands: readonly PartLand[], c: Change): PartLand[] =>
  lands.map((l) =>
    l.role === 'contact'
      ? l
      : {
          ...l,
          at: { x: l.at.x + Math.sign(l.at.x) * (c.apart / 2), y: l.at.y + c.back },
          copper: oblong(l.copper.lengthMm + c.slot, l.copper.widthMm, l.copper.directionDeg),
          hole: l.hole && oblong(l.hole.lengthMm + c.slot, l.hole.widthMm, l.hole.directionDeg),
        },
  );

/** Legs of the demo's own boards, so that one part of the box drops in. */
const legs = (
  at: readonly (readonly [x: number, y: number, lengthMm: number])[],
  width: number,
  through: boolean,
): PartLand[] =>
  at.map(([x, y, length]) => ({
    numbers: ['SH'],
    role: 'leg' as const,
    function: 'unknown' as const,
    at: { x, y },
    copper: through ? oblong(length + 0.4, width + 0.4, 90) : oblong(length, width, 90),
    hole: through ? oblong(length, width, 90) : null,
    metal: null,
  }));

const OWN: readonly (readonly [name: string, from: string, legs: PartLand[]])[] = [
  [
    'Tollgate USB-C receptacle TC-16 horizontal',
    'c16-lying',
    legs(
      [
        [-4.32, 0.8, 1.7],
        [4.32, 0.8, 1.7],
        [-4.32, 5, 1.4],
        [4.32, 5, 1.4],
      ],
      0.6,
      true,
    ),
  ],
  [
    'Oriel USB Micro-B MB-34 horizontal',
    'micro-surface',
    legs(
      [
        [-3.4, 2.2, 1.9],
        [3.4, 2.2, 1.9],
      ],
      1.6,
      false,
    ),
  ],
  [
    'Fernhill USB-A plug AP-14 horizontal',
    'a-plug',
    legs(
      [
        [-7, -2.8, 1.8],
        [7, -2.8, 1.8],
      ],
      1,
      true,
    ),
  ],
];

const NAMES: Readonly<Record<string, string>> = {
  'c16-lying': 'USB-C receptacle',
  'c6-lying': 'USB-C receptacle power',
  'micro-surface': 'USB Micro-B',
  'micro-slots-7': 'USB Micro-B',
  'micro-pegs': 'USB Micro-B',
  'mini-surface': 'USB Mini-B',
  'a-lying': 'USB-A receptacle',
};

/** The box: names and texts of its footprint files. */
export function assortment(): { readonly name: string; readonly text: string }[] {
  const random = seeded(411);
  const step = (of: number): number => Math.round((random() - 0.5) * 8) * of;
  const made = (
    name: string,
    part: ConnectorPart,
    lands: readonly PartLand[],
  ): { name: string; text: string } => ({
    name: `${name.replaceAll(' ', '_')}.kicad_mod`,
    text: writeKicadFootprint({
      ...partFootprint({ ...part, name, lands }),
      description: 'invented for the demo',
      tags: 'usb demo',
    }),
  });
  const own = OWN.map(([name, id, anchors]) => {
    // The speaker's port stands further back from its edge than most.
    const part = id === 'micro-surface' ? { ...generic(id), frontMm: 6.6, edgeMm: 6.2 } : generic(id);
    const contacts = part.lands.filter((l) => l.role === 'contact');
    return made(name, part, [...contacts, ...anchors]);
  });
  const alike = Object.entries(NAMES).flatMap(([id, words], family) =>
    Array.from({ length: 9 }, (_, i) => {
      const part = generic(id);
      const maker = MAKERS[i % MAKERS.length] ?? 'Oriel';
      const change = { apart: step(0.15), back: step(0.1), slot: step(0.05) };
      return made(
        `${maker} ${words} ${family + 1}${String(i + 1).padStart(2, '0')} horizontal`,
        part,
        changed(part.lands, change),
      );
    }),
  );
  return [...own, ...alike];
}

const card = (more: Partial<StockCard>): StockCard => ({ ...EMPTY_CARD, ...more });

/** Puts the box into the library and the drawer in order. */
export async function loadDrawer(client: DemoClient): Promise<void> {
  const box = assortment();
  await client.takeParts(box);
  const parts = await client.parts();
  const idOf = (word: string): string => parts.find((p) => p.name.includes(word))?.id ?? '';
  const lines: readonly (readonly [StockCard, number])[] = [
    [
      card({
        name: 'Type C, 16 contacts, through legs',
        partId: idOf('TC-16'),
        family: 'type-c-16',
        place: 'A3',
        from: 'Tollgate',
        price: 0.6,
        marking: 'TC-16',
        minimum: 3,
      }),
      4,
    ],
    [
      card({
        name: 'Micro-B, two surface legs',
        partId: idOf('MB-34'),
        family: 'micro-b',
        place: 'A4',
        from: 'Oriel',
        price: 0.45,
        marking: 'MB34',
      }),
      9,
    ],
    [
      card({
        name: 'A plug, two slots',
        partId: idOf('AP-14'),
        family: 'usb-a-plug',
        place: 'A5',
        from: 'Fernhill',
        price: 0.8,
        minimum: 2,
      }),
      1,
    ],
    [
      card({
        name: 'Micro-B assortment, surface',
        partId: 'generic/micro-surface',
        family: 'micro-b',
        place: 'bag 1',
        source: 'bag',
        from: 'Tollgate',
        price: 0.2,
      }),
      20,
    ],
    [
      card({
        name: 'Micro-B assortment, slots',
        partId: 'generic/micro-slots-7',
        family: 'micro-b',
        place: 'bag 2',
        source: 'bag',
        from: 'Tollgate',
        price: 0.2,
      }),
      12,
    ],
    [
      card({
        name: 'Mini-B, upright',
        partId: 'generic/mini-upright',
        family: 'mini-b',
        place: 'B1',
        source: 'donor',
        from: 'slide clicker, second one',
      }),
      1,
    ],
    [
      card({
        name: 'Type C, power only',
        partId: 'generic/c6-lying',
        family: 'type-c-6',
        place: 'A6',
        from: 'Oriel',
        price: 0.35,
        minimum: 4,
      }),
      2,
    ],
    [
      card({
        name: 'USB A, lying',
        partId: 'generic/a-lying',
        family: 'usb-a',
        place: 'B2',
        source: 'donor',
        from: 'till keyboard',
      }),
      2,
    ],
    [
      card({
        name: 'Barrel jack 5.5 mm',
        partId: 'generic/barrel-lying',
        family: 'barrel-jack',
        place: 'B4',
        source: 'given',
        from: 'the harbour office',
      }),
      3,
    ],
    [
      card({
        name: '3.5 mm jack, five pins',
        partId: 'generic/audio-35',
        family: 'audio-jack',
        place: 'B5',
        from: 'Fernhill',
        price: 0.9,
        note: 'For the listening-post headphones',
      }),
      0,
    ],
    [card({ name: 'Enamelled wire 0.1 mm', place: 'C1', from: 'Oriel', price: 3.2 }), 1],
    [
      card({
        name: 'UV mask, green',
        place: 'C2',
        from: 'Fernhill',
        price: 4.5,
        note: 'Out of date in March',
      }),
      1,
    ],
  ];
  for (const [stock, count] of lines) await client.addStock(stock, count);
}

/** What went into the jobs of the demo. */
export async function recordUses(client: DemoClient): Promise<void> {
  const [jobs, { entries }] = await Promise.all([client.jobs(), client.drawer()]);
  for (const [place, job] of [
    ['A3', 'guide 14'],
    ['bag 1', 'pillow speaker'],
    ['bag 1', 'lamp'],
  ] as const) {
    const stock = entries.find((e) => e.place === place);
    const into = jobs.find((j) => j.name.includes(job));
    if (stock && into) await client.book(stock.id, -1, into.id, 'for the demo');
  }
}
