import type { z } from 'zod';

/** What is wrong with data that was read, in words of ours, and the path of what it is wrong with. */
export interface Wrong {
  path: PropertyKey[];
  why: string;
  /** True where the key at the end of the path is wrong, and not its value. */
  isKey?: boolean;
}

/** The first thing that is not as a schema has it: what was expected, what was found, and at the key or value itself. */
export function firstWrong({ issues }: z.ZodError): Wrong {
  return wrongOf(issues[0]);
}

function wrongOf(issue: z.core.$ZodIssue): Wrong {
  if (issue.code === 'unrecognized_keys')
    return {
      path: [...issue.path, issue.keys[0]],
      why: `there is no key “${issue.keys[0]}” here.`,
      isKey: true,
    };
  if (issue.code === 'invalid_union') {
    // Of several forms that were possible, the one that went farthest is meant.
    const inside = issue.errors.map(([first]) => first).sort((a, b) => b.path.length - a.path.length);
    const [deepest] = inside;
    if (deepest && deepest.path.length > 0) {
      const wrong = wrongOf(deepest);
      return { ...wrong, path: [...issue.path, ...wrong.path] };
    }
    const expected = inside.flatMap((each) => (each.code === 'invalid_type' ? [kindOf(each.expected)] : []));
    if (expected.length === inside.length && expected.length > 0)
      return {
        path: issue.path,
        why: `${[...new Set(expected)].join(' or ')} was expected.`,
      };
    const other = inside.find(({ code }) => code !== 'invalid_type') ?? inside[0];
    return other
      ? { path: issue.path, why: wrongOf(other).why }
      : { path: issue.path, why: 'this matches none of the allowed forms.' };
  }
  return { path: issue.path, why: sentenceOf(issue) };
}

function sentenceOf(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return issue.message.includes('undefined')
        ? `${kindOf(issue.expected)} was expected, but nothing was found.`
        : `${kindOf(issue.expected)} was expected${foundIn(issue.message)}.`;
    case 'invalid_value':
      return `${list(issue.values.map((value) => `“${String(value)}”`))} was expected.`;
    case 'too_small':
      return issue.origin === 'string'
        ? 'this text is empty.'
        : issue.origin === 'array'
          ? 'this list is empty.'
          : `at least ${Number(issue.minimum)} was expected.`;
    case 'too_big':
      return issue.origin === 'string'
        ? `this text is longer than ${Number(issue.maximum)} characters.`
        : issue.origin === 'array'
          ? `this list has more than ${Number(issue.maximum)} entries.`
          : `at most ${Number(issue.maximum)} was expected.`;
    case 'invalid_key':
    case 'invalid_element':
      return issue.issues[0] ? wrongOf(issue.issues[0]).why : 'this value is not allowed here.';
    case 'custom':
    case 'invalid_format':
      // Said by the schema itself.
      return issue.message;
    default:
      return 'this value is not allowed here.';
  }
}

const kinds: Record<string, string> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  object: 'a map of keys and values',
  record: 'a map of keys and values',
};

function kindOf(expected: string): string {
  return kinds[expected] ?? 'something else';
}

/** What was found instead, as far as the checker names it. */
function foundIn(message: string): string {
  const found = /received (\w+)$/.exec(message)?.[1];
  return found === undefined || kinds[found] === undefined ? '' : `, but ${kinds[found]} was found`;
}

function list(all: readonly string[]): string {
  return all.length < 2 ? all.join('') : `${all.slice(0, -1).join(', ')} or ${all.at(-1)}`;
}
