import { folderOf } from '../contracts/fileTree.ts';

/** Words of one command that are looked at; a generated list may be endless. */
const MAX_WORDS = 20_000;

/** The commands of a script with their words; comments are passed over, nesting of parentheses is flattened. */
export function* commands(text: string): Generator<{ name: string; words: string[] }> {
  // A sign of comments in quotes begins none.
  const plain = text.replace(/"(?:[^"\\]|\\[^])*"|#\[\[[^]*?\]\]|#[^\n]*/g, (part) =>
    part.startsWith('"') ? part : '',
  );
  const quote = /"(?:[^"\\]|\\[^])*"/y;
  const head = /([A-Za-z_]\w*)[ \t]*\(/g;
  for (let match = head.exec(plain); match; match = head.exec(plain)) {
    const begin = head.lastIndex;
    let depth = 1;
    let end = begin;
    for (; end < plain.length && depth > 0; end++) {
      if (plain[end] === '(') depth++;
      else if (plain[end] === ')') depth--;
      else if (plain[end] === '"') {
        quote.lastIndex = end;
        if (!quote.test(plain)) return;
        end = quote.lastIndex - 1;
      }
    }
    head.lastIndex = end;
    const words = plain.slice(begin, end - 1).match(/"(?:[^"\\]|\\[^])*"|[^\s"()]+/g) ?? [];
    yield {
      name: match[1].toLowerCase(),
      words: words.slice(0, MAX_WORDS).map((word) => word.replace(/^"|"$/g, '')),
    };
  }
}

/** The lists that a script has set so far, by their names. */
export type Lists = Map<string, string[]>;

/** Words with the lists that they name put in their place, one step deep. */
export function expanded(lists: Lists, words: readonly string[]): string[] {
  const found: string[] = [];
  for (const word of words) {
    const name = /^\$\{(\w+)\}$/.exec(word)?.[1];
    // Lists of lists may grow without an end.
    if (found.length > MAX_WORDS) break;
    found.push(...(name === undefined ? word.split(';') : (lists.get(name) ?? [word])));
  }
  return found;
}

function setList(lists: Lists, command: string, words: readonly string[]): void {
  const [name, ...values] = command === 'list' ? words.slice(1) : words;
  if (name === undefined || (command === 'list' && words[0] !== 'APPEND')) return;
  const before = command === 'list' ? (lists.get(name) ?? []) : [];
  lists.set(name, [...before, ...expanded(lists, values)].slice(0, MAX_WORDS));
}

/** `file(GLOB NAME src/*.c)`: the folder of each pattern stands for what it finds. */
function setGlob(lists: Lists, [kind, name, ...patterns]: readonly string[]): void {
  if (name === undefined || !/^GLOB/.test(kind)) return;
  const folders = patterns.filter((word) => word.includes('*')).map((word) => folderOf(word) || '.');
  lists.set(name, folders);
}

/** Takes over what a command sets, `set`, `list(APPEND)`, `file(GLOB)` and the name of a `project`; true where it was one of these. */
export function takeLists(lists: Lists, name: string, words: readonly string[]): boolean {
  if (/^(set|list)$/.test(name)) setList(lists, name, words);
  else if (name === 'file') setGlob(lists, words);
  else if (name === 'project') lists.set('PROJECT_NAME', words.slice(0, 1));
  else return false;
  return true;
}

/** The commands of a script that set no list, with the lists that their words name put in. */
export function* scriptCommands(text: string): Generator<{ name: string; words: string[] }> {
  const lists: Lists = new Map();
  for (const { name, words } of commands(text))
    if (!takeLists(lists, name, words)) yield { name, words: expanded(lists, words) };
}
