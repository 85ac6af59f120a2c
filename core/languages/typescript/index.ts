import type { LanguageDefinition } from '../../contracts/language.ts';
import { grammarReader } from '../reading/grammarReader.ts';
import { commonNames } from './commonNames.ts';
import { impliedTypes } from './impliedTypes.ts';
import { extractFacts, readDeclarations } from './extract.ts';
import { bridgeGrammarGaps, bridgeReservedNames } from './grammarGaps.ts';
import { packageEntries } from './resolve/entries.ts';
import { createResolver } from './resolve/resolver.ts';
import { vocabulary } from './vocabulary.ts';

const TYPESCRIPT = 'tree-sitter-typescript/tree-sitter-typescript.wasm';
const TSX = 'tree-sitter-typescript/tree-sitter-tsx.wasm';
const JAVASCRIPT = 'tree-sitter-javascript/tree-sitter-javascript.wasm';

const passes = { vocabulary, extractFacts, readDeclarations };

export const typescript: LanguageDefinition = {
  id: 'typescript',
  name: 'TypeScript',
  endings: { '.ts': TYPESCRIPT, '.mts': TYPESCRIPT, '.cts': TYPESCRIPT, '.tsx': TSX },
  interpreters: /^(ts-node|tsx|deno|bun)(-.*)?$/,
  disclaims: (head) =>
    /^\uFEFF?\s*(<\?xml|<!DOCTYPE\s+TS\b|<TS\s)/.test(head) ? 'XML: translations, or a tile set' : null,
  reader: grammarReader({
    ...passes,
    // In TSX a line that begins with `<` is an element, not a call signature.
    prepare: (text, grammar) => ({ text: bridgeGrammarGaps(text, grammar === TYPESCRIPT) }),
  }),
  entryPoints: packageEntries,
  resolver: createResolver,
  specialRoutines: { made: 'constructor' },
  commonNames,
  impliedTypes,
  runUnnamed: /^(constructor|toString|toJSON|valueOf|\[Symbol\.\w+\]|Symbol\.\w+)$/,
};

/** JavaScript is read by the same extraction through its own grammar, and resolved by the same rules. */
export const javascript: LanguageDefinition = {
  id: 'javascript',
  name: 'JavaScript',
  endings: { '.js': JAVASCRIPT, '.jsx': JAVASCRIPT, '.mjs': JAVASCRIPT, '.cjs': JAVASCRIPT },
  interpreters: /^(node|nodejs|iojs)[\d.]*$/,
  reader: grammarReader({ ...passes, prepare: (text) => ({ text: bridgeReservedNames(text) }) }),
  resolver: createResolver,
  commonNames,
  impliedTypes,
  runUnnamed: /^(constructor|toString|toJSON|valueOf|\[Symbol\.\w+\]|Symbol\.\w+)$/,
  importsWholeAsDefault: true,
};
