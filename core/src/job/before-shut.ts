import type { DeviceAbility } from './device';
import type { FinalCheck } from './final-checks';
import type { JobView } from './job-view';

const PORT_MOVED = ['torn', 'new-port', 'breakout', 'ready-made'];

/** What is looked at once everything is connected and tested, before anything shuts; only what this device and this repair have (common practice). */
export function beforeShut({ record, needs, prove }: JobView): FinalCheck[] {
  const { intake, teardown } = record;
  const does = (a: DeviceAbility): boolean => intake.does.includes(a);
  const kinds = intake.kinds as readonly string[];
  if (!needs.closes || !prove.readyToShut || intake.body === 'cord') return [];
  const opened = teardown.steps.some((s) => s.shuts);
  if (!opened) return [];
  return [
    ...(kinds.some((k) => PORT_MOVED.includes(k))
      ? [
          {
            key: 'shut-port',
            title:
              'Case laid on: the plug goes fully in, not at a slant. Else trim the hole a little and try again',
          },
        ]
      : []),
    ...(kinds.includes('breakout')
      ? [
          {
            key: 'shut-filler',
            title: 'The old hole in the case filled or covered, the cord held so that no joint bears a pull',
          },
        ]
      : []),
    ...(does('buttons') || does('light')
      ? [
          {
            key: 'shut-stems',
            title:
              'Stems, light guides and switches stand in line with the case; a stiff stem is eased, not pressed',
          },
        ]
      : []),
    ...(does('screen')
      ? [{ key: 'shut-glass', title: 'Glass and screen clean inside, no dust between' }]
      : []),
    ...(does('sound')
      ? [{ key: 'shut-seal', title: 'Rubber back on the microphone, seals whole all the way round' }]
      : []),
    { key: 'shut-wires', title: 'No wire over a post, a peg or the edge where it would be pinched' },
  ];
}
