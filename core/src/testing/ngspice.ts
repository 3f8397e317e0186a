import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spiceNetlist } from '../formats/spice-netlist';
import type { Circuit } from '../circuit/netlist';

const OPTIONS = '.options reltol=1e-8 abstol=1e-16 vntol=1e-11 gmin=1e-12 temp=27 tnom=27';
const MARK = 'zebbit circuit';

/**
 * Node voltages of circuits at rest, as Debian's ngspice finds them, in one run for all of them; for tests. Throws when it is not installed or
 * refuses.
 */
export function ngspiceAll(circuits: readonly Circuit[]): Map<string, number>[] {
  const folder = mkdtempSync(join(tmpdir(), 'zebbit-spice-'));
  try {
    const decks = circuits.map((circuit) => spiceNetlist('test', circuit));
    const steps = decks.map(({ text }, i) => {
      const file = join(folder, `circuit${i}.cir`);
      // A spare node, since ngspice drops the name of a node that stands alone.
      writeFileSync(file, `${text}Ispare 0 spare 1\nRspare spare 0 1\n${OPTIONS}\n.end\n`);
      return `source ${file}\nop\necho ${MARK} ${i}\nprint all\ndestroy all\nremcirc`;
    });
    const all = join(folder, 'all.cir');
    writeFileSync(all, `* all of them\n.control\nset numdgt=12\n${steps.join('\n')}\n.endc\n.end\n`);
    const run = spawnSync('ngspice', ['-b', all], { encoding: 'utf8', timeout: 60_000, maxBuffer: 1 << 28 });
    if (run.error) throw run.error;
    const told = run.stdout.split(new RegExp(`^${MARK} \\d+$`, 'mu')).slice(1);
    return decks.map(({ nodes }, i) => {
      const found = new Map(
        [...(told[i] ?? '').matchAll(/^(?:v\()?(\w+)\)? = (\S+)$/gmu)].map((m) => [m[1] ?? '', Number(m[2])]),
      );
      return new Map(
        [...nodes].map(([name, short]) => {
          const volts = short === '0' ? 0 : found.get(short);
          if (volts === undefined)
            throw new Error(`ngspice gave no ${name} of circuit ${i}:\n${run.stdout}${run.stderr}`);
          return [name, volts];
        }),
      );
    });
  } finally {
    rmSync(folder, { recursive: true });
  }
}
