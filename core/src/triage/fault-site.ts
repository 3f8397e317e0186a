/** Where the fault may sit. */
export const FAULT_SITES = [
  'cable',
  'contacts',
  'joints',
  'pads',
  'short',
  'port-part',
  'battery',
  'elsewhere',
] as const;
export type FaultSite = (typeof FAULT_SITES)[number];

export interface SiteSheet {
  readonly words: string;
  /** The same within a sentence: `it is a dead-short input`. */
  readonly said: string;
  /** What to do when it is this. */
  readonly open: string;
  /** Usual share among devices that come in with a port complaint (common practice). */
  readonly share: number;
  /** Chance that a repair by hand cures it (common practice). */
  readonly curable: number;
}

export const SITE_SHEETS: Readonly<Record<FaultSite, SiteSheet>> = {
  cable: {
    words: 'cable or charger',
    said: 'the cable or charger',
    open: 'Do not open it. Give it another cable and charger.',
    share: 0.12,
    curable: 0.98,
  },
  contacts: {
    words: 'worn or dirty contacts',
    said: 'worn or dirty contacts',
    open: 'Clean the contacts with alcohol; if the shell no longer grips, a new port.',
    share: 0.1,
    curable: 0.9,
  },
  joints: {
    words: 'cold or starved joints',
    said: 'cold or starved joints',
    open: 'Open it for the port: flux and fresh solder on pins and legs.',
    share: 0.24,
    curable: 0.92,
  },
  pads: {
    words: 'pads or tracks torn',
    said: 'torn pads or tracks',
    open: 'Open it for the port: look over every pad, trace, rebuild.',
    share: 0.26,
    curable: 0.78,
  },
  short: {
    words: 'dead-short input',
    said: 'a dead-short input',
    open: 'Do not power it again. Open it and measure VBUS to ground, then take parts away one by one.',
    share: 0.06,
    curable: 0.55,
  },
  'port-part': {
    words: 'broken part behind the port',
    said: 'a broken part behind the port',
    open: 'Open it and follow VBUS: fuse, bead, diode, the first chip.',
    share: 0.08,
    curable: 0.6,
  },
  battery: {
    words: 'battery',
    said: 'the battery',
    open: 'Open it for the cell: measure it, look for swelling, replace it.',
    share: 0.07,
    curable: 0.75,
  },
  elsewhere: {
    words: 'something away from the port',
    said: 'something away from the port',
    open: 'The port is not it. Think before opening: this is not a port repair.',
    share: 0.07,
    curable: 0.2,
  },
};

/** Sites that one opening deals with alike. */
export const SITE_GROUPS = [
  { id: 'port', words: 'the port: joints, pads or tracks', sites: ['joints', 'pads'] },
  ...FAULT_SITES.filter((s) => s !== 'joints' && s !== 'pads').map((s) => ({
    id: s,
    words: SITE_SHEETS[s].words,
    sites: [s],
  })),
] as const satisfies readonly {
  readonly id: string;
  readonly words: string;
  readonly sites: readonly FaultSite[];
}[];

/** How many made-up jobs the usual shares count as, beside this workshop's own. */
export const PSEUDO_JOBS = 20;

export interface SitePrior {
  readonly site: FaultSite;
  /** Weight from the share, in made-up jobs. */
  readonly pseudo: number;
  /** This workshop's closed jobs with their fault here. */
  readonly own: number;
  readonly weight: number;
  /** Of all weights. */
  readonly p: number;
}

/**
 * Priors from the usual shares, or the shares set by hand, and this workshop's own closed jobs: share x 20 made-up jobs + own count
 * (additive smoothing). Throws RangeError on a share or count below 0, and when all shares are 0.
 * @param shares set by hand, any scale; a site left out keeps its usual share
 * @param closed jobs closed with their fault at a site
 */
export function sitePriors(
  shares: Partial<Record<FaultSite, number>> = {},
  closed: Partial<Record<FaultSite, number>> = {},
): SitePrior[] {
  const share = (s: FaultSite): number => shares[s] ?? SITE_SHEETS[s].share;
  for (const s of FAULT_SITES) {
    if (!(share(s) >= 0)) throw new RangeError(`the share of ${s} must be 0 or more, got ${share(s)}`);
    if (!((closed[s] ?? 0) >= 0))
      throw new RangeError(`the count of ${s} must be 0 or more, got ${String(closed[s])}`);
  }
  const sum = FAULT_SITES.reduce((n, s) => n + share(s), 0);
  if (sum === 0) throw new RangeError('one share must be above 0');
  // A site whose share is 0 keeps a trace of weight, so that evidence can still bring it up.
  const rows = FAULT_SITES.map((site) => {
    const pseudo = Math.max(1e-3, (share(site) / sum) * PSEUDO_JOBS);
    const own = closed[site] ?? 0;
    return { site, pseudo, own, weight: pseudo + own };
  });
  const total = rows.reduce((n, r) => n + r.weight, 0);
  return rows.map((r) => ({ ...r, p: r.weight / total }));
}
