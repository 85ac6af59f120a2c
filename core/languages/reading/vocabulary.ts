import type { Language } from 'web-tree-sitter';
import type { NodeVocabulary } from './syntaxTable.ts';

type Words<Line extends string> = Line extends `${infer Word} ${infer Rest}` ? Word | Words<Rest> : Line;

/** The numbering by which one front end tells nodes apart, whatever the dialect of the grammar. */
export interface Vocabulary<Node extends string, Token extends string, Field extends string> {
  /** Numbers of named nodes: `K.call_expression`. Named nodes that are not listed are 0 and only walked through. */
  K: Record<Node, number>;
  /** Numbers of tokens: `T['&&']`. */
  T: Record<Token, number>;
  /** Numbers of roles: `F.name`. */
  F: Record<Field, number>;
  /** Any other token: a keyword or an operator. The largest number of all. */
  OTHER_TOKEN: number;
  /** A membership table over kinds, for tests in inner loops. */
  kindSet(...kinds: number[]): Uint8Array;
  /** The translation of a grammar's own numbers into these. */
  of(language: Language): NodeVocabulary;
}

function numbered(lines: readonly string[], first: number): Record<string, number> {
  const words = lines.join(' ').split(' ');
  return Object.fromEntries(words.map((word, i) => [word, first + i]));
}

/** Numbers the words of the lines given; each line holds words with one space between. */
export function defineVocabulary<
  const Node extends readonly string[],
  const Token extends readonly string[],
  const Field extends readonly string[],
>(
  named: Node,
  tokens: Token,
  fields: Field,
): Vocabulary<Words<Node[number]>, Words<Token[number]>, Words<Field[number]>> {
  const K = numbered(named, 1);
  const tokenBase = Object.keys(K).length + 1;
  const T = numbered(tokens, tokenBase);
  const F = numbered(fields, 1);
  const OTHER_TOKEN = tokenBase + Object.keys(T).length;
  const known = new WeakMap<Language, NodeVocabulary>();
  const translate = (language: Language): NodeVocabulary => {
    const kindOfType = new Uint16Array(language.nodeTypeCount);
    for (let id = 0; id < language.nodeTypeCount; id++) {
      const name = language.nodeTypeForId(id);
      if (name === null) continue;
      kindOfType[id] = language.nodeTypeIsNamed(id)
        ? (ownValue(K, name) ?? 0)
        : (ownValue(T, name) ?? OTHER_TOKEN);
    }
    const fieldOfId = new Uint8Array(language.fieldCount + 1);
    for (let id = 1; id <= language.fieldCount; id++) {
      fieldOfId[id] = ownValue(F, language.fieldNameForId(id) ?? '') ?? 0;
    }
    return { kindOfType, fieldOfId, error: K.ERROR };
  };
  return {
    K: K,
    T: T,
    F: F,
    OTHER_TOKEN,
    kindSet(...kinds) {
      const set = new Uint8Array(OTHER_TOKEN + 1);
      for (const kind of kinds) set[kind] = 1;
      return set;
    },
    of(language) {
      let vocabulary = known.get(language);
      if (!vocabulary) known.set(language, (vocabulary = translate(language)));
      return vocabulary;
    },
  };
}

/** `constructor` is a role of some grammars, and a property of every object. */
function ownValue(record: Record<string, number>, name: string): number | undefined {
  return Object.hasOwn(record, name) ? record[name] : undefined;
}
