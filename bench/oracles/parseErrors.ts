import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Node } from 'web-tree-sitter';
import type { ParsedFile } from '../../core/contracts/language.ts';
import { grammarFor, languageNamed } from '../../core/languages/registry.ts';
import { decode } from '../../server/source/decode.ts';
import { takeIn } from '../../server/intake/intake.ts';
import { folderSource } from '../../server/source/folder/folderSource.ts';
import { parserRuntime } from '../../tests/surveyText.ts';
import { fetchDebianSource } from '../debianCode.ts';

/** Files of C and C++ in which a declaration did not parse: read by the bare grammar, and as a survey reads them. */
export interface ParseErrorShare {
  code: string;
  files: number;
  bare: number;
  ours: number;
}

/** A declaration did not parse when the parser reports an error that lies in no body of a routine. */
export async function measureParseErrors(packageName: string): Promise<ParseErrorShare> {
  const root = fetchDebianSource(packageName);
  const intake = await takeIn(folderSource(root));
  const parser = await parserRuntime();
  const { macroTable } = languageNamed('c')!;
  const macros = macroTable!(intake.macros.get('c') ?? []);
  const result: ParseErrorShare = { code: packageName, files: 0, bare: 0, ours: 0 };
  for (const { path, language } of intake.files) {
    if (language !== 'c' && language !== 'cpp') continue;
    const text = decode(readFileSync(join(root, path)));
    if (text === null) continue;
    const definition = languageNamed(language)!;
    const grammar = grammarFor(definition, path);
    const { reader } = definition;
    if (reader.by !== 'grammar') continue;
    result.files++;
    if (hasErrors(await parser.parse(grammar, text))) result.bare++;
    if (hasErrors(await parser.parse(grammar, reader.textToParse(text, grammar, macros)))) result.ours++;
  }
  return result;
}

function hasErrors(parsed: ParsedFile | null): boolean {
  if (!parsed) return true;
  const isOuter = hasOuterError(parsed.tree.rootNode);
  parsed.tree.delete();
  return isOuter;
}

function hasOuterError(node: Node): boolean {
  if (node.isError || node.isMissing) return true;
  if (node.type === 'compound_statement' || !node.hasError) return false;
  return node.children.some((child) => child !== null && hasOuterError(child));
}
