import type { LanguageDefinition } from '../../contracts/language.ts';
import { grammarReader } from '../reading/grammarReader.ts';
import { mainRoutines } from '../reading/mainRoutines.ts';
import { conversions } from './conversions.ts';
import { extractFacts, readDeclarations } from './extract.ts';
import { commonNames, createResolver, javaNames } from './names.ts';
import { vocabulary } from './vocabulary.ts';

export const java: LanguageDefinition = {
  id: 'java',
  name: 'Java',
  endings: { '.java': 'tree-sitter-java/tree-sitter-java.wasm' },
  interpreters: /^java$/,
  reader: grammarReader({ vocabulary, extractFacts, readDeclarations }),
  entryPoints: (_, files) => mainRoutines(files, ['java']),
  standsAlone: (path) => /(^|\/)(package|module)-info\.java$/.test(path),
  packages: 'declared',
  resolver: createResolver,
  names: javaNames,
  commonNames,
  conversions,
};
