import { PARSED_BY_ITSELF, type LanguageDefinition } from '../../contracts/language.ts';
import { unreadFacts } from '../reading/assemble.ts';

/** More words than any file has that somebody wrote by hand. */
const MOST_WORDS = 50_000;

/**
 * Code in languages that are not read, templates and code that was generated: of them only the words are kept, for what they name is
 * used. They are no part of a survey.
 */
export const unreadText: LanguageDefinition = {
  id: 'unreadText',
  name: 'Text that is not read',
  endings: { '.txt': PARSED_BY_ITSELF },
  interpreters: /^$/,
  namesOnly: true,
  reader: {
    by: 'itself',
    facts: (text) => ({ ...unreadFacts(''), quoted: wordsOf(text) }),
    constructs: () => ({ spans: [], meanings: [], parents: [] }),
  },
  resolver: () => () => ({ kind: 'gap', reason: 'computed' }),
  commonNames: new Set(),
};

/** The words of a text that may be names, each once. O(text). */
function wordsOf(text: string): string[] {
  const found = new Set<string>();
  for (const [word] of text.matchAll(/(?<![\w$])[A-Za-z_$][\w$]{2,100}/g)) {
    found.add(word);
    if (found.size === MOST_WORDS) break;
  }
  return [...found];
}

const endings = new Set(
  `def inc tbl x i tcc swg in kt kts scala sc groovy gradle m mm swift fs vb go rs rb php phtml pl pm lua s asm pyx pxd
  y yy l lex ll g4 pegjs jison vue svelte astro jsp jspx jspf ftl twig ejs hbs mustache pug cshtml razor aspx ascx
  html htm xhtml proto thrift idl avdl`.split(/\s+/),
);
/** Pages made of the code for people to read name all of it. */
const documentation = /(^|\/)(docs?|documentation|javadocs?|apidocs?|api-docs|doxygen|site|website)\//i;

/** True for a file that may name code and is written in no language that is read, by its name. */
export function mayMentionCode(path: string): boolean {
  const ending = path.slice(path.lastIndexOf('.') + 1).toLowerCase();
  return endings.has(ending) && !documentation.test(path);
}
