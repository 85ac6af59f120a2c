/** A shorter end would not tell. */
const SHORTEST_TAIL = 6;
const LONGEST_TAIL = 10;
const LONGEST_STEP = 22;

/** A name in two parts, of which the first may be cut where room is short: the end is what tells it. */
export function headAndTail(name: string): [head: string, tail: string] {
  if (name.length <= SHORTEST_TAIL + 2) return ['', name];
  const joint = Math.max(
    ...['/', '#', '.', '('].map((sign) => name.lastIndexOf(sign, name.length - 1 - SHORTEST_TAIL)),
  );
  const length = joint < 0 ? Math.max(SHORTEST_TAIL, name.length - SHORTEST_TAIL) : name.length - joint;
  // Of a path, the whole last step tells.
  const longest = name[joint] === '/' ? LONGEST_STEP : LONGEST_TAIL;
  const tail = Math.min(longest, length);
  return [name.slice(0, -tail), name.slice(-tail)];
}

/**
 * A name cut in its middle to a number of letters, the end kept. A path loses whole steps where that will do: what it begins with
 * and as many of its last as there is room for stay.
 */
export function cutMiddle(name: string, letters: number): string {
  if (name.length <= letters) return name;
  const steps = name.split('/');
  for (let from = 2; from < steps.length; from++) {
    const short = `${steps[0]}/…/${steps.slice(from).join('/')}`;
    if (short.length <= letters) return short;
  }
  if (letters <= 2) return name.slice(0, Math.max(0, letters - 1)) + '…';
  const tail = Math.min(letters - 2, Math.max(Math.ceil((letters - 1) / 2), headAndTail(name)[1].length));
  return `${name.slice(0, letters - 1 - tail)}…${name.slice(-tail)}`;
}
