/** Which nodes hang together, and which single edges hold them there. */
export interface Connectivity {
  /** 0 for nodes tied to the reference; any other number names a floating group. */
  readonly group: Int32Array;
  /** One node of each floating group, by the group's number; index 0 is unused. */
  readonly anchors: readonly number[];
  /**
   * Without edge `edge`, is `node` cut off from the root of its group (the reference, for group 0)?
   * False for every node when the edge is part of a loop.
   */
  readonly cutOff: (edge: number, node: number) => boolean;
}

/**
 * Groups and bridges by one depth-first search. Cost: nodes + edges.
 * Source: R. E. Tarjan, A note on finding the bridges of a graph, 1974.
 * @param edges - pairs of nodes; loops and parallel edges allowed
 */
export function connectivity(nodeCount: number, edges: readonly (readonly [number, number])[]): Connectivity {
  const incident = Array.from({ length: nodeCount }, (): number[] => []);
  edges.forEach(([a, b], edge) => {
    incident[a]!.push(edge);
    incident[b]!.push(edge);
  });
  const group = new Int32Array(nodeCount).fill(-1);
  const entered = new Int32Array(nodeCount);
  const left = new Int32Array(nodeCount);
  const lowest = new Int32Array(nodeCount);
  /** Per edge the node on its far side when it is a bridge, else -1. */
  const beyond = new Int32Array(edges.length).fill(-1);
  const anchors: number[] = [];
  let clock = 0;
  for (let root = 0; root < nodeCount; root++) {
    if (group[root]! >= 0) continue;
    const name = anchors.push(root) - 1;
    const stack: { node: number; via: number; next: number }[] = [];
    const enter = (node: number, via: number) => {
      group[node] = name;
      entered[node] = lowest[node] = clock++;
      stack.push({ node, via, next: 0 });
    };
    enter(root, -1);
    for (let top = stack.at(-1); top !== undefined; top = stack.at(-1)) {
      const { node, via } = top;
      const edge = incident[node]![top.next++];
      if (edge === undefined) {
        left[node] = clock;
        stack.pop();
        const parent = stack.at(-1);
        if (parent !== undefined) {
          lowest[parent.node] = Math.min(lowest[parent.node]!, lowest[node]!);
          if (lowest[node]! > entered[parent.node]!) beyond[via] = node;
        }
        continue;
      }
      const [a, b] = edges[edge]!;
      const other = a === node ? b : a;
      if (edge === via || other === node) continue;
      if (group[other]! < 0) enter(other, edge);
      else lowest[node] = Math.min(lowest[node]!, entered[other]!);
    }
  }
  return {
    group,
    anchors,
    cutOff(edge, node) {
      const top = beyond[edge] ?? -1;
      return top >= 0 && entered[node]! >= entered[top]! && entered[node]! < left[top]!;
    },
  };
}
