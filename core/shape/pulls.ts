/**
 * How strongly vertices hold together, whichever of two uses the other: an undirected graph in compressed sparse rows. Each
 * pair stands twice, once with either end; `own` is what a vertex holds within itself, counted once.
 */
export interface Pulls {
  count: number;
  start: Int32Array;
  to: Int32Array;
  weight: Float64Array;
  own: Float64Array;
}

type TakePull = (one: number, other: number, weight: number) => void;

/**
 * Pulls from pairs in any order, the same pair any number of times; a pair of one vertex with itself is its own.
 * `each` gives all pairs and is gone through twice. O(V + E log of the largest degree).
 */
export function joinPulls(count: number, each: (take: TakePull) => void): Pulls {
  const begin = new Int32Array(count + 1);
  const own = new Float64Array(count);
  each((one, other) => {
    if (one === other) return;
    begin[one + 1]++;
    begin[other + 1]++;
  });
  for (let v = 0; v < count; v++) begin[v + 1] += begin[v];
  const to = new Int32Array(begin[count]);
  const weight = new Float64Array(begin[count]);
  const next = begin.slice(0, count);
  const put = (one: number, other: number, pull: number): void => {
    to[next[one]] = other;
    weight[next[one]++] = pull;
  };
  each((one, other, pull) => {
    if (one === other) {
      own[one] += pull;
      return;
    }
    put(one, other, pull);
    put(other, one, pull);
  });
  return joined({ count, start: begin, to, weight, own });
}

/** The same with what stands several times in a row added up, each row sorted. */
function joined({ count, start: begin, to, weight, own }: Pulls): Pulls {
  const start = new Int32Array(count + 1);
  const sum = new Float64Array(count);
  const isIn = new Uint8Array(count);
  let filled = 0;
  for (let v = 0; v < count; v++) {
    start[v] = filled;
    // What is written never overtakes what is still to be read.
    for (let at = begin[v]; at < begin[v + 1]; at++) {
      const other = to[at];
      if (isIn[other] === 0) {
        isIn[other] = 1;
        to[filled++] = other;
      }
      sum[other] += weight[at];
    }
    const row = to.subarray(start[v], filled).sort();
    row.forEach((other, i) => {
      weight[start[v] + i] = sum[other];
      sum[other] = 0;
      isIn[other] = 0;
    });
  }
  start[count] = filled;
  return { count, start, to: to.slice(0, filled), weight: weight.slice(0, filled), own };
}

/** The sum of all that pulls at each vertex; what it holds itself counts twice, once for either end. */
export function degrees({ count, start, weight, own }: Pulls): Float64Array {
  const degree = new Float64Array(count);
  for (let v = 0; v < count; v++) {
    let sum = 2 * own[v];
    for (let at = start[v]; at < start[v + 1]; at++) sum += weight[at];
    degree[v] = sum;
  }
  return degree;
}

/** Gives each pair once, and what each vertex holds itself. */
export function eachPull({ count, start, to, weight, own }: Pulls, take: TakePull): void {
  for (let v = 0; v < count; v++) {
    if (own[v] > 0) take(v, v, own[v]);
    for (let at = start[v]; at < start[v + 1]; at++) if (to[at] > v) take(v, to[at], weight[at]);
  }
}

/** Each part of a partition (0…parts-1) as one vertex. */
export function contracted(pulls: Pulls, partOf: Int32Array, parts: number): Pulls {
  return joinPulls(parts, (take) =>
    eachPull(pulls, (one, other, weight) => take(partOf[one], partOf[other], weight)),
  );
}
