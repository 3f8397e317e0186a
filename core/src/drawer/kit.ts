/** What a repairer may have on the bench, beside wires. */
export const KIT_TOOLS = [
  'fine-tip',
  'chisel-tip',
  'hot-air',
  'preheater',
  'pump',
  'gun',
  'braid',
  'leaded-solder',
  'flux',
  'alcohol',
  'knife',
  'tweezers',
  'microscope',
  'uv-mask',
  'uv-lamp',
  'epoxy',
  'foil',
  'cutter',
  'file',
  'glue-gun',
  'tape',
] as const;
export type KitTool = (typeof KIT_TOOLS)[number];

export interface KitSheet {
  readonly name: string;
  /** What does as well, in order of preference. */
  readonly instead: readonly KitTool[];
}

/** Names, and what stands in for what. Common practice. */
export const KIT_SHEETS: Readonly<Record<KitTool, KitSheet>> = {
  'fine-tip': { name: 'iron, fine tip', instead: ['chisel-tip'] },
  'chisel-tip': { name: 'iron, wide tip', instead: [] },
  'hot-air': { name: 'hot air', instead: [] },
  preheater: { name: 'preheater', instead: ['hot-air'] },
  pump: { name: 'solder pump', instead: ['gun', 'braid'] },
  gun: { name: 'desoldering gun', instead: ['pump', 'braid'] },
  braid: { name: 'braid', instead: ['pump'] },
  'leaded-solder': { name: 'leaded solder, 0.3 to 0.5 mm', instead: [] },
  flux: { name: 'flux', instead: [] },
  alcohol: { name: 'alcohol and brush', instead: [] },
  knife: { name: 'scalpel or fine blade', instead: [] },
  tweezers: { name: 'fine tweezers', instead: [] },
  microscope: { name: 'microscope or strong lens', instead: [] },
  'uv-mask': { name: 'UV solder mask', instead: ['epoxy'] },
  'uv-lamp': { name: 'UV lamp', instead: [] },
  epoxy: { name: 'epoxy, two parts', instead: [] },
  foil: { name: 'copper foil', instead: [] },
  cutter: { name: 'flush cutter', instead: [] },
  file: { name: 'needle file', instead: ['knife'] },
  'glue-gun': { name: 'hot glue', instead: ['epoxy'] },
  tape: { name: 'heat-proof tape or foil shield', instead: [] },
};

/** What lies on the bench; `null` while it was not told. */
export interface Kit {
  readonly tools: readonly KitTool[] | null;
  /** Ids of wires of the stock; `null` while it was not told. */
  readonly wires: readonly string[] | null;
}

export const UNTOLD_KIT: Kit = { tools: null, wires: null };

/** The tool that does the work: itself, or what stands in; `null` when neither is there. Of a kit that was not told all is taken to be there. */
export function toolFor(kit: Kit, tool: KitTool): KitTool | null {
  const { tools } = kit;
  if (tools === null || tools.includes(tool)) return tool;
  return KIT_SHEETS[tool].instead.find((t) => tools.includes(t)) ?? null;
}

/** Those of the tools that the kit has neither itself nor in kind. */
export const lackingTools = (kit: Kit, tools: readonly KitTool[]): KitTool[] =>
  tools.filter((t) => toolFor(kit, t) === null);
