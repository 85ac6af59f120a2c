import { PARSED_BY_ITSELF, type LanguageDefinition } from '../../contracts/language.ts';
import { unreadFacts } from '../reading/assemble.ts';
import { qualifiedNames } from '../reading/namedPlaces.ts';

/**
 * Files that say which code is to be loaded: of them only the names are read. They are part of a survey where they name
 * something in it, and none of their lines counts as code.
 */
export const configuration: LanguageDefinition = {
  id: 'configuration',
  name: 'Configuration',
  endings: { '.xml': PARSED_BY_ITSELF },
  interpreters: /^$/,
  reader: {
    by: 'itself',
    facts(text) {
      const facts = unreadFacts(text);
      return {
        ...facts,
        parse: 'clean',
        parseErrors: [],
        lines: { ...facts.lines, code: 0 },
        named: qualifiedNames(text),
      };
    },
    constructs: () => ({ spans: [], meanings: [], parents: [] }),
  },
  namesOnly: true,
  standsAlone: () => true,
  resolver: () => () => ({ kind: 'gap', reason: 'computed' }),
  commonNames: new Set(),
};

const endings =
  /\.(xml|xaml|properties|ya?ml|json|toml|conf|cfg|ini|config|factories|imports|tld|mf)$|(^|\/)META-INF\/services\/[^/]+$/i;
/** What lists packages, not code. */
const lists = /(^|\/)([\w.-]*-lock\.(json|ya?ml)|package\.json|tsconfig[\w.-]*\.json|composer\.json)$/i;

/** True for a file that may say which code is to be loaded, by its name. */
export function mayNameCode(path: string): boolean {
  return endings.test(path) && !lists.test(path);
}

/** The largest file of configuration that is read, in bytes. */
export const MAX_CONFIGURATION_BYTES = 1024 * 1024;
