import { readFileSync } from 'node:fs';
import { Language, Parser } from 'web-tree-sitter';
import type { CursorCalls } from '../../core/contracts/language.ts';
import type { TextParser } from '../../core/languages/readText.ts';
import { packageFile } from '../installation.ts';

/** The WebAssembly runtime of one thread, and the grammars it has loaded. */
export interface ParserRuntime extends TextParser {
  calls: CursorCalls;
  language(grammar: string): Promise<Language>;
}

/** A file that takes longer is given up and reported as failed. */
const PARSE_LIMIT_MS = 20_000;

export async function createParserRuntime(): Promise<ParserRuntime> {
  // The module fills the object it is given with its exports, the cursor functions among them.
  const module = {} as Partial<CursorCalls>;
  await Parser.init(module);
  if (!module._ts_tree_cursor_goto_first_child_wasm)
    throw new Error('web-tree-sitter has other exports than expected');
  const parser = new Parser();
  const loaded = new Map<string, Language>();
  const calls = module as CursorCalls;
  const loadedLanguage = async (grammar: string): Promise<Language> => {
    let language = loaded.get(grammar);
    if (!language) {
      language = await Language.load(readFileSync(packageFile(grammar)));
      loaded.set(grammar, language);
    }
    return language;
  };
  return {
    calls,
    language: loadedLanguage,
    async parse(grammar, text) {
      const language = await loadedLanguage(grammar);
      parser.setLanguage(language);
      const started = performance.now();
      const tree = parser.parse(text, null, {
        progressCallback: () => performance.now() - started > PARSE_LIMIT_MS,
      });
      if (!tree) parser.reset();
      return tree && { tree, calls, grammar, language };
    },
  };
}
