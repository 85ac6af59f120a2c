/** What has been worked out, by number or name; undefined where nothing has been. */
export interface Known<K, T> {
  get(key: K): Entry<T> | undefined;
  set(key: K, entry: Entry<T> | undefined): void;
}

/** A value that rests on no circle stands for itself. */
export type Entry<T> = T | Open | Provisional<T> | OverCircles<T> | Unknown<T>;

/** Things that were found to rest on each other. Circles that share a thing are one. */
class Circle {
  private mergedInto: Circle | null = null;
  private openThings = 0;

  get whole(): Circle {
    if (!this.mergedInto) return this;
    // The next time, the way is shorter.
    return (this.mergedInto = this.mergedInto.whole);
  }

  /** True while one of its things is being worked out. */
  get isOpen(): boolean {
    return this.whole.openThings > 0;
  }

  opened(by: 1 | -1): void {
    this.whole.openThings += by;
  }

  merge(other: Circle): void {
    const [one, two] = [this.whole, other.whole];
    if (one === two) return;
    two.mergedInto = one;
    one.openThings += two.openThings;
  }
}

/** More circles than this are taken for one, which is true enough: it only costs time. */
const MOST_CIRCLES = 12;

/**
 * What was worked out anew so often stays what it was found to be the last time. Only code that is made to take long comes here; it
 * would double with every step otherwise.
 */
const MOST_TIMES = 64;

/** Being worked out, so many steps down. */
class Open {
  constructor(readonly depth: number) {}
}

/** Worked out while something that it rests on, so many steps down, was not yet. */
class Provisional<T> {
  constructor(
    readonly value: T,
    public restsOn: number,
  ) {}
}

/** Worked out, but something that it rests on was met again on the way; `of` is the circle to which it belongs itself. */
class OverCircles<T> {
  constructor(
    readonly value: T,
    readonly of: Circle | null,
    readonly over: ReadonlySet<Circle>,
    /** How often it has been worked out. */
    readonly times: number,
  ) {}

  get isOpen(): boolean {
    for (const circle of this.over) if (circle.isOpen) return true;
    return false;
  }
}

/** Of a circle, and not yet worked out by itself; `found` on behalf of another, the last time of so many. */
class Unknown<T> {
  constructor(
    readonly found: T,
    readonly of: Circle,
    readonly times: number,
  ) {}
}

/**
 * Works things out that rest on each other, each once, though some rest on themselves: met again on the way to itself, a thing is
 * taken for unknown (null). Each is what it is when it is asked for by itself, whatever was asked for before it. For that,
 * what is found on behalf of another while that is not known is forgotten; and while a thing of a circle is open, what rests on
 * that circle is worked out anew, though no more than {@link MOST_TIMES} times. O(n) things.
 */
export class Unfolding {
  private depth = 0;
  /** The least depth of anything open that was met since the innermost open thing began, and the circles rested on. */
  private met = Infinity;
  private over: Set<Circle> | null = null;
  private readonly provisional: { entry: Provisional<unknown>; forget(whole: Circle): void }[] = [];

  constructor(private readonly deepest: number) {}

  /** The value under a key; null beyond the greatest depth. */
  once<K, T>(known: Known<K, T | null>, key: K, work: () => T | null): T | null {
    const entry = known.get(key);
    if (entry === null) return null;
    if (entry instanceof Open) {
      this.met = Math.min(this.met, entry.depth);
      return null;
    }
    if (entry instanceof Provisional) {
      // Whatever circles it rests on, what it waits for was told of them when it was worked out.
      this.met = Math.min(this.met, entry.restsOn);
      return entry.value;
    }
    if (entry instanceof OverCircles) {
      if (entry.isOpen && entry.times < MOST_TIMES) return this.workOut(known, key, work, entry);
      this.restOn(entry.over);
      return entry.value;
    }
    if (entry instanceof Unknown) {
      if (entry.times < MOST_TIMES) return this.workOut(known, key, work, entry);
      known.set(key, entry.found);
      return entry.found;
    }
    if (entry !== undefined) return entry;
    return this.workOut(known, key, work, undefined);
  }

  private workOut<K, T>(
    known: Known<K, T | null>,
    key: K,
    work: () => T | null,
    before: OverCircles<T | null> | Unknown<T | null> | undefined,
  ): T | null {
    if (this.isTooDeep()) return null;
    const circle = before?.of ?? null;
    const times = 1 + (before?.times ?? 0);
    const { depth, met: metBefore, over: overBefore, provisional } = this;
    const mark = provisional.length;
    known.set(key, new Open(depth));
    circle?.opened(1);
    this.met = Infinity;
    this.over = null;
    const value = this.deeper(work);
    circle?.opened(-1);
    if (this.met < depth) {
      // What rests on this rests on what this rests on.
      for (let i = mark; i < provisional.length; i++)
        provisional[i].entry.restsOn = Math.min(provisional[i].entry.restsOn, this.met);
      const entry = new Provisional(value, this.met);
      known.set(key, entry);
      const forget = (whole: Circle): void => {
        if (circle) whole.merge(circle);
        known.set(
          key,
          before instanceof OverCircles
            ? new OverCircles(before.value, whole, joined(before.over, whole), times)
            : new Unknown(value, whole, times),
        );
      };
      provisional.push({ entry, forget });
      this.met = Math.min(this.met, metBefore);
    } else {
      let own = circle;
      if (this.met === depth || provisional.length > mark) {
        own ??= new Circle();
        while (provisional.length > mark) provisional.pop()!.forget(own);
      }
      if (own) this.restOn(new Set([own]));
      known.set(key, this.over ? new OverCircles(value, own, this.over, times) : value);
      this.met = metBefore;
    }
    const inner = this.over as Set<Circle> | null;
    this.over = overBefore;
    if (inner) this.restOn(inner);
    return value;
  }

  private restOn(circles: ReadonlySet<Circle>): void {
    if (circles.size === 0) return;
    let all = new Set(this.over);
    for (const circle of circles) all.add(circle.whole);
    if (all.size > MOST_CIRCLES) {
      const [first, ...rest] = all;
      for (const circle of rest) first.merge(circle);
      all = new Set([first.whole]);
    }
    this.over = all;
  }

  /** One step down that nothing is kept of; null beyond the greatest depth. */
  deeper<T>(work: () => T | null): T | null {
    if (this.isTooDeep()) return null;
    this.depth++;
    const value = work();
    this.depth--;
    return value;
  }

  /** What ends for want of depth rests on how it was come to: on the outermost thing. */
  private isTooDeep(): boolean {
    if (this.depth <= this.deepest) return false;
    this.met = 0;
    return true;
  }
}

function joined(circles: ReadonlySet<Circle>, another: Circle): ReadonlySet<Circle> {
  return new Set([...circles, another]);
}

/** Values by number, in a list that grows. */
export class KnownByNumber<T> implements Known<number, T> {
  private readonly entries: (Entry<T> | undefined)[] = [];

  get(key: number): Entry<T> | undefined {
    return this.entries[key];
  }

  set(key: number, entry: Entry<T> | undefined): void {
    this.entries[key] = entry;
  }
}
