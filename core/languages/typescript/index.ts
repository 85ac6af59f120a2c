import type { LanguageDefinition } from '../language.ts';
import { unreadFacts } from '../reading/assemble.ts';
import { readSyntax } from '../reading/syntaxTable.ts';
import { extractFacts, readDeclarations } from './extract.ts';
import { bridgeGrammarGaps, bridgeReservedNames } from './grammarGaps.ts';
import { packageEntries } from './resolve/entries.ts';
import { createResolver } from './resolve/resolver.ts';
import { vocabulary } from './vocabulary.ts';

const TYPESCRIPT = 'tree-sitter-typescript/tree-sitter-typescript.wasm';
const TSX = 'tree-sitter-typescript/tree-sitter-tsx.wasm';
const JAVASCRIPT = 'tree-sitter-javascript/tree-sitter-javascript.wasm';

const read: LanguageDefinition['read'] = (text, { tree, calls, language }) =>
  extractFacts(text, readSyntax(tree, calls, vocabulary.of(language)));

const scopes: LanguageDefinition['scopes'] = (text, { tree, calls, language }) =>
  readDeclarations(text, readSyntax(tree, calls, vocabulary.of(language)));

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
  scopes,
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
  scopes,
  resolver: createResolver,
};
