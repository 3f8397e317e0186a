import { createServer } from 'node:net';
import type { Server, Socket } from 'node:net';
import type { PowerScene } from '@zebbit/core/practice';
import { POWER_SCENES, powerScene } from '@zebbit/core/practice';

/** Samples a second. */
const RATE = 20;

/**
 * A USB power meter without hardware: lines of time, volts and amperes over TCP on this machine. `SCENE name` plugs a device of that scene in; until then
 * nothing is plugged in, and nothing is sent but what it can act out.
 */
export function standInPowerMeter(): Server {
  return createServer((socket: Socket) => {
    let act: { readonly scene: PowerScene; sent: number } | null = null;
    socket.setEncoding('utf8');
    socket.write(`# stand-in power meter; scenes: ${POWER_SCENES.join(', ')}\ntime,volts,amps\n`);
    const timer = setInterval(() => {
      if (!act) return;
      const s = act.sent / RATE;
      act.sent += 1;
      const { volts, amps } = powerScene(act.scene, s);
      socket.write(`${s.toFixed(2)},${volts.toFixed(3)},${amps.toFixed(3)}\n`);
    }, 1000 / RATE);
    socket.on('error', () => socket.destroy());
    socket.on('close', () => clearInterval(timer));
    let rest = '';
    socket.on('data', (text: string) => {
      const lines = (rest + text).split('\n');
      rest = lines.pop() ?? '';
      for (const line of lines) {
        const scene = POWER_SCENES.find((x) => line.trim() === `SCENE ${x}`);
        if (scene) act = { scene, sent: 0 };
      }
    });
  });
}
