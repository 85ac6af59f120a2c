import type { Language } from 'web-tree-sitter';
import type { LanguageDefinition } from '../language.ts';
import { readSyntax, type NodeVocabulary } from '../syntaxTable.ts';
import { extractFacts, unreadFacts } from './extract.ts';
import { bridgeGrammarGaps, bridgeReservedNames } from './grammarGaps.ts';
import { packageEntries } from './resolve/entries.ts';
import { createResolver } from './resolve/resolver.ts';
import { vocabularyOf } from './vocabulary.ts';

const TYPESCRIPT = 'tree-sitter-typescript/tree-sitter-typescript.wasm';
const TSX = 'tree-sitter-typescript/tree-sitter-tsx.wasm';
const JAVASCRIPT = 'tree-sitter-javascript/tree-sitter-javascript.wasm';

const vocabularies = new WeakMap<Language, NodeVocabulary>();

function vocabularyFor(language: Language): NodeVocabulary {
  let vocabulary = vocabularies.get(language);
  if (!vocabulary) vocabularies.set(language, (vocabulary = vocabularyOf(language)));
  return vocabulary;
}

const read: LanguageDefinition['read'] = (text, { tree, calls, language }) =>
  extractFacts(text, readSyntax(tree, calls, vocabularyFor(language)));

export const typescript: LanguageDefinition = {
  id: 'typescript',
  name: 'TypeScript',
  endings: { '.ts': TYPESCRIPT, '.mts': TYPESCRIPT, '.cts': TYPESCRIPT, '.tsx': TSX },
  interpreters: /^(ts-node|tsx|deno|bun)(-.*)?$/,
  disclaims: (head) =>
    /^\uFEFF?\s*(<\?xml|<!DOCTYPE\s+TS\b|<TS\s)/.test(head) ? 'XML: translations, or a tile set' : null,
  // In TSX a line that begins with `<` is an element, not a call signature.
  textToParse: (text, grammar) => bridgeGrammarGaps(text, grammar === TYPESCRIPT),
  unread: unreadFacts,
  read,
  entryPoints: packageEntries,
  resolver: createResolver,
};

/** JavaScript is read by the same extraction through its own grammar, and resolved by the same rules. */
export const javascript: LanguageDefinition = {
  id: 'javascript',
  name: 'JavaScript',
  endings: { '.js': JAVASCRIPT, '.jsx': JAVASCRIPT, '.mjs': JAVASCRIPT, '.cjs': JAVASCRIPT },
  interpreters: /^(node|nodejs|iojs)[\d.]*$/,
  textToParse: bridgeReservedNames,
  unread: unreadFacts,
  read,
  resolver: createResolver,
};
