import type { Circuit, DiodeModel } from '../circuit/netlist';
import { CONTACT_OHMS, endsOf } from '../circuit/netlist';

function modelKey({ saturationA, ideality, seriesOhms }: DiodeModel): string {
  return `${saturationA} ${ideality} ${seriesOhms}`;
}

/**
 * A circuit as a SPICE netlist (open format, from memory): nodes and parts get plain names of their own, listed in comments beside
 * what they stand for. Ground stays 0. Lines end in a line feed; `.end` is left to the caller, who may add an analysis.
 */
export function spiceNetlist(
  title: string,
  circuit: Circuit,
): { readonly text: string; readonly nodes: ReadonlyMap<string, string> } {
  const nodes = new Map([['0', '0']]);
  const models = new Map<string, string>();
  const node = (name: string): string => {
    const known = nodes.get(name) ?? `n${nodes.size}`;
    nodes.set(name, known);
    return known;
  };
  const lines = circuit.flatMap((part, i): string[] => {
    const [a, b] = endsOf(part).map(node) as [string, string];
    const note = `* ${part.id.replace(/\s+/gu, ' ')}`;
    switch (part.kind) {
      case 'resistor':
        return [note, `R${i} ${a} ${b} ${part.ohms}`];
      case 'capacitor':
        return [note, `C${i} ${a} ${b} ${part.farads}`];
      case 'current':
        return [note, `I${i} ${a} ${b} DC ${part.amps}`];
      case 'switch':
        return [note, `R${i} ${a} ${b} ${part.closed ? CONTACT_OHMS : 1e15}`];
      case 'voltage':
        return part.seriesOhms > 0
          ? [note, `V${i} s${i} ${b} DC ${part.volts}`, `R${i} ${a} s${i} ${part.seriesOhms}`]
          : [note, `V${i} ${a} ${b} DC ${part.volts}`];
      case 'diode': {
        const key = modelKey(part.model);
        const name = models.get(key) ?? `junction${models.size + 1}`;
        models.set(key, name);
        return [note, `D${i} ${a} ${b} ${name}`];
      }
    }
  });
  const cards = [...models].map(([key, name]) => {
    const [is, n, rs] = key.split(' ');
    return `.model ${name} D(IS=${is} N=${n} RS=${rs})`;
  });
  return { text: [`* ${title.replace(/\s+/gu, ' ')}`, ...lines, ...cards, ''].join('\n'), nodes };
}
