import type { TraceBelief } from '../belief/belief';
import { CLASS_COUNT } from '../belief/outcome-class';
import { MARK } from '../belief/evidence';
import type { ProbeIdea } from './probe-ideas';
import { surestGround } from './probe-ideas';

/** After so many readings at a pad that all showed nothing it is asked whether its line lives at all. */
const ALL_NOTHING = 1;

/**
 * The reading that tells whether a pad leads anywhere, where one is due: in diode mode from ground a line that lives shows the protection of
 * its chip, whatever it is (common practice). Pads that were asked in vain are asked this before they are tried against one more place.
 * @param idea what would be read next
 * @returns `null` where the pad of the idea is none, showed something, or was asked this
 */
export function lifeFirst(belief: TraceBelief, idea: ProbeIdea): ProbeIdea | null {
  const { scene, evidence } = belief;
  const ground = surestGround(belief);
  const pad = [idea.red, idea.black].find((p) => scene.roles[p] === 'pad');
  if (pad === undefined || ground < 0 || [idea.red, idea.black].includes(ground)) return null;
  const own = evidence.filter(
    (e) => (e.red === pad || e.black === pad) && e.mode !== 'seen' && !e.reading.id.startsWith(MARK),
  );
  if (own.length < ALL_NOTHING || own.some((e) => e.at < CLASS_COUNT[e.mode] - 1)) return null;
  if (own.some((e) => e.mode === 'diode')) return null;
  return { red: ground, black: pad, mode: 'diode' };
}
