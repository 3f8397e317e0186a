import type { PinFunction } from '../connector/pin-function';
import { scaled, times } from './groundwork';
import type { LabelSet } from './labels';
import type { PadSaid, LineDesk } from './line-options';
import { idOf, says } from './line-options';
import { SEEN_WHEN_APART, SEEN_WHEN_JOINED } from './primitive';

/** How often a pad whose line lands nowhere has no line at all. */
const UNWIRED = 0.85;

/** A pad whose line lands nowhere on the marked board: as a rule it has no line at all. */
function unwiredPad(labels: LabelSet, usual: Float64Array): Float64Array {
  return usual.map((p, i) => (i === labels.alone ? UNWIRED : p * (1 - UNWIRED)));
}

function padSaid(
  w: LineDesk,
  pad: number,
  special: ReadonlyMap<number, Float64Array>,
  unwired: boolean,
): PadSaid {
  const { scene, o, g } = w;
  const { labels } = scene;
  const f = o.functions[scene.pinOf[pad] ?? -1] ?? 'unknown';
  const own = labels.near.get(f) ?? labels.other;
  const usual = g.padPrior.get(pad) as Float64Array;
  let joint = times(unwired ? unwiredPad(labels, usual) : usual, g.padPlain.get(pad) as Float64Array);
  let [seen, hidden] = [1, 1];
  let more = false;
  for (const { site, e } of w.padEvidence.get(pad) ?? []) {
    const dist = special.get(site);
    if (!dist) continue;
    if (e.mode === 'seen') {
      const reaches = e.at === 0;
      const joined = dist[own] as number;
      const odd = reaches ? SEEN_WHEN_APART : 1 - SEEN_WHEN_APART;
      seen *= (reaches ? 0.97 : 0.03) * joined + odd * (1 - joined);
      hidden *= odd;
    } else {
      joint = times(joint, says(w, e, e.red === pad, dist));
      more = true;
    }
  }
  // A track that an eye cannot follow is lost everywhere along it: many failures to follow it are one.
  const eye = SEEN_WHEN_JOINED * seen + (1 - SEEN_WHEN_JOINED) * hidden;
  return {
    log: Math.log(eye) + Math.log(joint.reduce((a, x) => a + x, 0)),
    now: more || unwired ? scaled(joint) : null,
  };
}

/** Log chance of all that the pads of a group read under one explanation; what they are then is added to it. */
export function padsLog(
  w: LineDesk,
  special: Map<number, Float64Array>,
  nowhere: readonly PinFunction[],
): number {
  const { scene, o } = w;
  let log = 0;
  for (const pad of w.pads) {
    const f = o.functions[scene.pinOf[pad] ?? -1] ?? 'unknown';
    const unwired = scene.roles[pad] === 'pad' && nowhere.includes(f);
    let key = `${pad}${unwired ? 'u' : ''}`;
    for (const { site } of w.padEvidence.get(pad) ?? []) key += ` ${idOf(w, special.get(site))}`;
    const said = w.padSaid.get(key) ?? padSaid(w, pad, special, unwired);
    w.padSaid.set(key, said);
    log += said.log;
    if (said.now) special.set(pad, said.now);
  }
  return log;
}
