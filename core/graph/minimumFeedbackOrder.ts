import { levels, stronglyConnectedComponents } from './components.ts';
import { throwIfCancelledAtStep, throwIfCancelled } from './cancellation.ts';
import { reversed, type Graph } from './rollUp.ts';

/** Cycles up to this size are ordered exactly: all their subsets fit into memory. */
export const EXACT_MEMBERS = 12;

/**
 * An order of units, what is used before what uses it, in which little weight goes against: by level, then cycle by
 * cycle. Between cycles nothing goes against. Inside one of up to {@link EXACT_MEMBERS} members the weight that does is
 * the least possible; inside a larger one it is at most half of the weight inside. Ties keep the given order.
 * O(V log V + E), plus O(2ⁿ n) in a small cycle and O(rounds · E log V) in a large one.
 */
export function minimumFeedbackOrder(graph: Graph): Int32Array {
  const levelOf = levels(graph);
  const { count, componentOf } = stronglyConnectedComponents(graph);
  const members: number[][] = Array.from({ length: count }, () => []);
  componentOf.forEach((component, unit) => members[component].push(unit));
  const order = members
    .map((units) => (units.length > 1 ? orderInsideCycle(graph, units) : units))
    .map((units) => ({ units, level: levelOf[units[0]], first: units.reduce((a, b) => Math.min(a, b)) }))
    .sort((a, b) => a.level - b.level || a.first - b.first);
  return Int32Array.from(order.flatMap(({ units }) => units));
}

function orderInsideCycle(graph: Graph, units: readonly number[]): number[] {
  throwIfCancelled();
  const inside = subgraph(graph, units);
  const order = units.length <= EXACT_MEMBERS ? exactOrder(inside) : greedyOrder(inside);
  return order.map((unit) => units[unit]);
}

/** The graph of some units alone, renumbered in their order. */
export function subgraph(graph: Graph, units: readonly number[]): Graph {
  const numberOf = new Map(units.map((unit, number) => [unit, number]));
  const start = new Int32Array(units.length + 1);
  const to: number[] = [];
  const weight: number[] = [];
  units.forEach((unit, number) => {
    for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++) {
      const target = numberOf.get(graph.to[edge]);
      if (target === undefined) continue;
      to.push(target);
      weight.push(graph.weight[edge]);
    }
    start[number + 1] = to.length;
  });
  return { count: units.length, start, to: Int32Array.from(to), weight: Int32Array.from(weight) };
}

/** The weight of edges that lead to a unit later in the order. */
export function weightAgainst(graph: Graph, order: ArrayLike<number>): number {
  const place = new Int32Array(graph.count);
  for (let i = 0; i < order.length; i++) place[order[i]] = i;
  let sum = 0;
  for (let unit = 0; unit < graph.count; unit++)
    for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++)
      if (place[graph.to[edge]] > place[unit]) sum += graph.weight[edge];
  return sum;
}

/**
 * The order with the least weight against it, by the best order of each subset (Held and Karp 1962): whatever comes last
 * of a subset is used against the order by all others of it. Of equal orders the first by number.
 */
function exactOrder(graph: Graph): number[] {
  const { count } = graph;
  const weight = Array.from({ length: count }, () => new Float64Array(count));
  for (let unit = 0; unit < count; unit++)
    for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++)
      weight[unit][graph.to[edge]] = graph.weight[edge];
  const least = new Float64Array(1 << count).fill(Infinity);
  const lastOf = new Int8Array(1 << count).fill(-1);
  least[0] = 0;
  for (let set = 1; set < 1 << count; set++) {
    // From the highest number down, so that of equal orders the one with low numbers first is kept.
    for (let last = count - 1; last >= 0; last--) {
      if (!(set & (1 << last))) continue;
      const rest = set & ~(1 << last);
      let cost = least[rest];
      for (let unit = 0; unit < count; unit++) if (rest & (1 << unit)) cost += weight[unit][last];
      if (cost >= least[set]) continue;
      least[set] = cost;
      lastOf[set] = last;
    }
  }
  const order: number[] = [];
  for (let set = (1 << count) - 1; set !== 0; set &= ~(1 << order[0])) order.unshift(lastOf[set]);
  return order;
}

/** How often a large cycle is gone through for units that stand better elsewhere. */
const ROUNDS = 4;

/**
 * The greedy heuristic of Eades, Lin and Smyth (1993) on weights: units that use nothing any more go to the front, units
 * nothing uses go to the back, otherwise the one with the most used-by over uses goes to the front. Then units are moved
 * to where they stand best while that helps, and the whole is turned round should more than half go against.
 */
function greedyOrder(graph: Graph): number[] {
  const backwards = reversed(graph);
  let order = eadesLinSmyth(graph, backwards);
  for (let round = 0; round < ROUNDS && moveToBest(graph, backwards, order); round++);
  const all = graph.weight.reduce((sum, weight) => sum + weight, 0);
  if (2 * weightAgainst(graph, order) > all) order = order.reverse();
  return order;
}

function eadesLinSmyth(graph: Graph, backwards: Graph): number[] {
  const { count } = graph;
  const uses = Array.from({ length: count }, (_, unit) => weightOf(graph, unit));
  const usedBy = Array.from({ length: count }, (_, unit) => weightOf(backwards, unit));
  const queue = new BestFirst(count, (unit) => usedBy[unit] - uses[unit]);
  const isPlaced = new Uint8Array(count);
  const front: number[] = [];
  const back: number[] = [];
  const grounds: number[] = [];
  const tops: number[] = [];
  const place = (unit: number, end: number[]): void => {
    isPlaced[unit] = 1;
    end.push(unit);
    queue.remove(unit);
    eachEdge(backwards, unit, (other, weight) => {
      if (isPlaced[other]) return;
      uses[other] -= weight;
      if (uses[other] === 0) grounds.push(other);
      queue.changed(other);
    });
    eachEdge(graph, unit, (other, weight) => {
      if (isPlaced[other]) return;
      usedBy[other] -= weight;
      if (usedBy[other] === 0) tops.push(other);
      queue.changed(other);
    });
  };
  for (let step = 1; ; step++) {
    throwIfCancelledAtStep(step << 6);
    const ground = grounds.pop();
    const top = ground === undefined ? tops.pop() : undefined;
    const unit = ground ?? top ?? queue.best();
    if (unit === undefined) break;
    if (!isPlaced[unit]) place(unit, top === undefined ? front : back);
  }
  return [...front, ...back.reverse()];
}

/** Moves each unit to the place between its neighbours where the least goes against; true when that changed anything. */
function moveToBest(graph: Graph, backwards: Graph, order: number[]): boolean {
  // Places have gaps between them, so that a unit can be moved without renumbering the others.
  const place = new Float64Array(graph.count);
  order.forEach((unit, i) => (place[unit] = i));
  let isBetter = false;
  for (const [i, unit] of [...order].entries()) {
    throwIfCancelledAtStep(i << 6);
    // What it uses should stand before it, what uses it after it.
    const pulls: { at: number; delta: number }[] = [];
    eachEdge(graph, unit, (other, weight) => pulls.push({ at: place[other], delta: -weight }));
    eachEdge(backwards, unit, (other, weight) => pulls.push({ at: place[other], delta: weight }));
    pulls.sort((a, b) => a.at - b.at);
    let cost = pulls.reduce((sum, { delta }) => sum + (delta < 0 ? -delta : 0), 0);
    let here = NaN;
    let best = cost;
    let bestAt = -1;
    if (pulls.length > 0 && place[unit] < pulls[0].at) here = cost;
    pulls.forEach(({ at, delta }, i) => {
      cost += delta;
      const next = pulls[i + 1]?.at ?? Infinity;
      if (place[unit] > at && place[unit] < next) here = cost;
      if (cost < best && next > at) {
        best = cost;
        bestAt = i;
      }
    });
    if (!(best < here)) continue;
    isBetter = true;
    const low = bestAt < 0 ? pulls[0].at - 2 : pulls[bestAt].at;
    const high = bestAt < 0 ? pulls[0].at : (pulls[bestAt + 1]?.at ?? low + 2);
    place[unit] = (low + high) / 2;
  }
  order.sort((a, b) => place[a] - place[b] || a - b);
  return isBetter;
}

function weightOf(graph: Graph, unit: number): number {
  let sum = 0;
  eachEdge(graph, unit, (_, weight) => (sum += weight));
  return sum;
}

function eachEdge(graph: Graph, unit: number, take: (other: number, weight: number) => void): void {
  for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++)
    take(graph.to[edge], graph.weight[edge]);
}

/** Units by their score, the highest first and of equal ones the lowest number: a binary heap that can be told of changes. */
class BestFirst {
  private readonly heap: number[];
  private readonly at: Int32Array;

  constructor(
    count: number,
    private readonly score: (unit: number) => number,
  ) {
    this.heap = Array.from({ length: count }, (_, i) => i);
    this.at = Int32Array.from(this.heap);
    for (let i = (count >> 1) - 1; i >= 0; i--) this.sink(i);
  }

  best(): number | undefined {
    return this.heap[0];
  }

  remove(unit: number): void {
    const at = this.at[unit];
    const last = this.heap.pop()!;
    this.at[unit] = -1;
    if (last === unit) return;
    this.put(last, at);
    this.changed(last);
  }

  changed(unit: number): void {
    this.rise(this.at[unit]);
    this.sink(this.at[unit]);
  }

  private isBefore(a: number, b: number): boolean {
    const difference = this.score(a) - this.score(b);
    return difference > 0 || (difference === 0 && a < b);
  }

  private put(unit: number, at: number): void {
    this.heap[at] = unit;
    this.at[unit] = at;
  }

  private rise(from: number): void {
    const unit = this.heap[from];
    let at = from;
    for (; at > 0; at = (at - 1) >> 1) {
      const above = this.heap[(at - 1) >> 1];
      if (!this.isBefore(unit, above)) break;
      this.put(above, at);
    }
    this.put(unit, at);
  }

  private sink(from: number): void {
    const unit = this.heap[from];
    let at = from;
    for (;;) {
      let child = 2 * at + 1;
      if (child >= this.heap.length) break;
      if (child + 1 < this.heap.length && this.isBefore(this.heap[child + 1], this.heap[child])) child++;
      if (!this.isBefore(this.heap[child], unit)) break;
      this.put(this.heap[child], at);
      at = child;
    }
    this.put(unit, at);
  }
}
