import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spiceNetlist } from '../formats/spice-netlist';
import type { Circuit } from '../circuit/netlist';

/** Node voltages of circuits at rest, as Debian's ngspice finds them; for tests. Throws when it is not installed or refuses. */
export function ngspice(circuit: Circuit): Map<string, number> {
  const { text, nodes } = spiceNetlist('test', circuit);
  const folder = mkdtempSync(join(tmpdir(), 'zebbit-spice-'));
  try {
    const file = join(folder, 'circuit.cir');
    // A spare node, since ngspice drops the name of a node that stands alone.
    const options = '.options reltol=1e-8 abstol=1e-16 vntol=1e-11 gmin=1e-12 temp=27 tnom=27';
    writeFileSync(
      file,
      `${text}Ispare 0 spare 1\nRspare spare 0 1\n${options}\n.control\nset numdgt=12\nop\nprint all\n.endc\n.end\n`,
    );
    const run = spawnSync('ngspice', ['-b', file], { encoding: 'utf8', timeout: 60_000 });
    if (run.error) throw run.error;
    const found = new Map(
      [...run.stdout.matchAll(/^(?:v\()?(\w+)\)? = (\S+)$/gmu)].map((m) => [m[1] ?? '', Number(m[2])]),
    );
    return new Map(
      [...nodes].map(([name, short]) => {
        const volts = short === '0' ? 0 : found.get(short);
        if (volts === undefined) throw new Error(`ngspice gave no ${name}:\n${run.stdout}${run.stderr}`);
        return [name, volts];
      }),
    );
  } finally {
    rmSync(folder, { recursive: true });
  }
}
