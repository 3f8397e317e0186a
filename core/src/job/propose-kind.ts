import type { Board } from '../board/board';
import { isGone } from '../board/pad-state';
import type { FaultSite } from '../triage/fault-site';
import type { TriageReport } from '../triage/triage';
import type { JobKind } from './job-kind';
import type { Intake } from './job-record';

export interface KindProposal {
  readonly kind: JobKind;
  readonly why: string;
}

const BY_SITE: Readonly<Partial<Record<FaultSite, KindProposal>>> = {
  contacts: { kind: 'new-port', why: 'worn contacts: a shell that no longer grips never grips again' },
  joints: { kind: 'reflow', why: 'its joints failed, its pads are there' },
  pads: { kind: 'torn', why: 'pads or tracks went with the port' },
  short: { kind: 'part-behind', why: 'something pulls its supply down' },
  'port-part': { kind: 'part-behind', why: 'the voltage ends at a part behind the port' },
  battery: { kind: 'part-behind', why: 'the cell is what has to be replaced' },
};

/** A site this likely is worth a kind of its own. */
const LIKELY = 0.5;

/**
 * What may become of the port, from what was told and checked at take-in; nothing while that says too little. At most two: one for each
 * fault that is likelier than not.
 */
export function proposeKinds(
  intake: Pick<Intake, 'worth' | 'body'>,
  board: Pick<Board, 'family'>,
  triage: Pick<TriageReport, 'sites'>,
): KindProposal[] {
  if (intake.body === 'cord') return [{ kind: 'cord', why: 'it has a fixed cord' }];
  if (intake.worth.meaning === 'data')
    return [{ kind: 'copy-only', why: 'its data comes first: one good copy, then stop' }];
  const likely = triage.sites.flatMap(({ site, p }) => {
    const proposal = BY_SITE[site];
    return proposal && p >= LIKELY ? [proposal] : [];
  });
  return likely.filter((p, i) => likely.findIndex((q) => q.kind === p.kind) === i).slice(0, 2);
}

/** Kinds that speak of the port as it sits on its board; of these one holds. */
const PORT_KINDS: readonly JobKind[] = ['reflow', 'same-port', 'new-port', 'torn'];

/**
 * What the looked-over board says against what was said of the port: a pad that is gone makes it a torn one; with every pad and leg looked
 * at and none gone, nothing is torn. `null` when it agrees, and while something was not looked at.
 */
export function kindDoubt(kinds: readonly JobKind[], board: Board): KindProposal | null {
  const states = [
    ...board.rows.flatMap((r) => r.pins.map((p) => p.state)),
    ...board.legs.filter((l) => l.fixing !== 'peg').map((l) => l.state),
  ];
  const said = kinds.find((k) => PORT_KINDS.includes(k));
  if (said === undefined) return null;
  const gone = states.filter(isGone).length;
  if (said !== 'torn' && gone > 0)
    return { kind: 'torn', why: `${gone} of its pads, tracks or holes ${gone === 1 ? 'is' : 'are'} gone` };
  const broken = states.some((s) => isGone(s) || s === 'cracked' || s === 'lifted');
  if (said === 'torn' && states.length > 0 && !states.includes('unchecked') && !broken)
    return { kind: 'reflow', why: 'every pad and leg was looked at, and none is gone' };
  return null;
}

/** The kinds with a proposal taken up: it stands in for what it speaks against. */
export function withKind(kinds: readonly JobKind[], { kind }: KindProposal): JobKind[] {
  const rest = kinds.filter((k) => k !== kind && !(PORT_KINDS.includes(kind) && PORT_KINDS.includes(k)));
  return [...rest, kind];
}
