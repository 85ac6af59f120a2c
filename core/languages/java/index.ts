import type { LanguageDefinition } from '../language.ts';
import { unreadFacts } from '../reading/assemble.ts';
import { mainRoutines } from '../reading/mainRoutines.ts';
import { readSyntax } from '../reading/syntaxTable.ts';
import { extractFacts, readDeclarations } from './extract.ts';
import { createResolver, javaNames } from './names.ts';
import { vocabulary } from './vocabulary.ts';

export const java: LanguageDefinition = {
  id: 'java',
  name: 'Java',
  endings: { '.java': 'tree-sitter-java/tree-sitter-java.wasm' },
  interpreters: /^java$/,
  textToParse: (text) => text,
  unread: unreadFacts,
  read: (text, { tree, calls, language }) =>
    extractFacts(text, readSyntax(tree, calls, vocabulary.of(language))),
  scopes: (text, { tree, calls, language }) =>
    readDeclarations(text, readSyntax(tree, calls, vocabulary.of(language))),
  entryPoints: (_, files) => mainRoutines(files, ['java']),
  standsAlone: (path) => /(^|\/)(package|module)-info\.java$/.test(path),
  packages: 'declared',
  resolver: createResolver,
  names: javaNames,
};
