/** An undirected edge between two nodes by name; parallel edges are allowed, loops are ignored. */
export interface Edge {
  readonly a: string;
  readonly b: string;
}

interface Frame {
  readonly node: string;
  readonly via: number;
  next: number;
}

/**
 * The block (biconnected component) of each edge: two edges share a number exactly when some simple cycle runs through both.
 * An edge on no cycle is alone in its block; a loop gets -1. Tarjan's low-link method with its own stack, linear time
 * (R. Tarjan, SIAM J. Computing 1, 1972, from memory).
 */
export function edgeBlocks(edges: readonly Edge[]): number[] {
  const block = edges.map(() => -1);
  const touching = new Map<string, number[]>();
  edges.forEach((edge, i) => {
    if (edge.a === edge.b) return;
    for (const node of [edge.a, edge.b]) touching.set(node, [...(touching.get(node) ?? []), i]);
  });
  const order = new Map<string, number>();
  const low = new Map<string, number>();
  const used = new Set<number>();
  const pending: number[] = [];
  let clock = 0;
  let blocks = 0;

  const enter = (node: string, via: number): Frame => {
    order.set(node, clock);
    low.set(node, clock);
    clock += 1;
    return { node, via, next: 0 };
  };
  const lower = (node: string, value: number): void =>
    void low.set(node, Math.min(low.get(node) ?? value, value));

  for (const root of touching.keys()) {
    if (order.has(root)) continue;
    const stack = [enter(root, -1)];
    while (stack.length > 0) {
      const frame = stack[stack.length - 1] as Frame;
      const list = touching.get(frame.node) ?? [];
      if (frame.next < list.length) {
        const index = list[frame.next] as number;
        frame.next += 1;
        if (used.has(index)) continue;
        used.add(index);
        pending.push(index);
        const edge = edges[index] as Edge;
        const other = edge.a === frame.node ? edge.b : edge.a;
        const seen = order.get(other);
        if (seen === undefined) stack.push(enter(other, index));
        else lower(frame.node, seen);
        continue;
      }
      stack.pop();
      const parent = stack[stack.length - 1];
      if (!parent) continue;
      const reach = low.get(frame.node) ?? 0;
      lower(parent.node, reach);
      if (reach >= (order.get(parent.node) ?? 0)) {
        for (;;) {
          const index = pending.pop();
          if (index === undefined) break;
          block[index] = blocks;
          if (index === frame.via) break;
        }
        blocks += 1;
      }
    }
  }
  return block;
}
