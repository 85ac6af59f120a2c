import type { LanguageDefinition } from '../language.ts';
import { unreadFacts } from '../reading/assemble.ts';
import { readSyntax } from '../reading/syntaxTable.ts';
import { extractFacts } from './extract.ts';
import { createResolver, importName, pythonNames } from './names.ts';
import { vocabulary } from './vocabulary.ts';

const GRAMMAR = 'tree-sitter-python/tree-sitter-python.wasm';

export const python: LanguageDefinition = {
  id: 'python',
  name: 'Python',
  endings: { '.py': GRAMMAR, '.pyi': GRAMMAR, '.pyw': GRAMMAR },
  interpreters: /^(python|pypy)[\d.]*$/,
  textToParse: (text) => text,
  unread: unreadFacts,
  read: (text, { tree, calls, language }) =>
    extractFacts(text, readSyntax(tree, calls, vocabulary.of(language))),
  importName,
  resolver: createResolver,
  names: pythonNames,
};
