import type { Happening } from '../job/happening';
import type { Symptom } from './cautions';
import type { Row } from './triage-checks';

/** Chance that an owner reports a symptom, by site. Common practice. A symptom not named says nothing. */
export const SYMPTOM_ROWS: Readonly<Partial<Record<Symptom, Row>>> = {
  dead: [0.5, 0.4, 0.55, 0.7, 0.75, 0.7, 0.45, 0.5],
  'works-at-an-angle': [0.25, 0.6, 0.6, 0.35, 0.02, 0.03, 0.02, 0.02],
  'charges-no-data': [0.2, 0.2, 0.15, 0.2, 0.01, 0.12, 0.01, 0.15],
  'data-no-charge': [0.05, 0.06, 0.08, 0.1, 0.01, 0.15, 0.3, 0.1],
  'flashes-then-stops': [0.05, 0.05, 0.04, 0.03, 0.06, 0.06, 0.6, 0.08],
  'pulls-charger-down': [0.03, 0.02, 0.02, 0.04, 0.85, 0.06, 0.06, 0.03],
  'port-missing': [0.001, 0.005, 0.12, 0.6, 0.03, 0.02, 0.001, 0.001],
  'port-loose': [0.02, 0.2, 0.65, 0.6, 0.05, 0.04, 0.01, 0.01],
  'dies-off-lead': [0.02, 0.02, 0.02, 0.02, 0.01, 0.03, 0.7, 0.06],
  'lives-on-second': [0.06, 0.1, 0.12, 0.12, 0.02, 0.07, 0.01, 0.01],
  'burnt-smell': [0.04, 0.02, 0.02, 0.02, 0.4, 0.25, 0.1, 0.1],
};

/** Chance that each story is told, by site. Common practice. A story not told says nothing. */
export const STORY_ROWS: Readonly<Record<Exclude<Happening, 'unknown'>, Row>> = {
  yanked: [0.1, 0.06, 0.2, 0.34, 0.14, 0.12, 0.02, 0.05],
  dropped: [0.06, 0.05, 0.14, 0.2, 0.14, 0.18, 0.08, 0.25],
  'carried-plugged': [0.14, 0.12, 0.18, 0.14, 0.1, 0.1, 0.02, 0.05],
  'pulled-by-child': [0.06, 0.06, 0.12, 0.14, 0.08, 0.08, 0.03, 0.05],
  'dropped-loose': [0.02, 0.03, 0.08, 0.06, 0.04, 0.08, 0.1, 0.25],
  wet: [0.01, 0.06, 0.03, 0.02, 0.2, 0.2, 0.08, 0.15],
  worn: [0.5, 0.65, 0.2, 0.04, 0.24, 0.2, 0.75, 0.4],
  'came-off': [0.02, 0.01, 0.1, 0.08, 0.02, 0.02, 0.02, 0.02],
  'tried-before': [0.12, 0.05, 0.06, 0.06, 0.28, 0.3, 0.08, 0.18],
};
