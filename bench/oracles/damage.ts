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

/** Files of C and C++ in which a declaration is damaged: read by the bare grammar, and as a survey reads them. */
export interface Damage {
  code: string;
  files: number;
  bare: number;
  ours: number;
}

/** A declaration is damaged when the parser reports an error that lies in no body of a routine. */
export async function measureDamage(packageName: string): Promise<Damage> {
  const root = fetchDebianSource(packageName);
  const intake = await takeIn(folderSource(root));
  const parser = await parserRuntime();
  const { combine } = languageNamed('c')!;
  const learnt = combine!(intake.learnt.get('c') ?? []);
  const result: Damage = { code: packageName, files: 0, bare: 0, ours: 0 };
  for (const { path, language } of intake.files) {
    if (language !== 'c' && language !== 'cpp') continue;
    const text = decode(readFileSync(join(root, path)));
    if (text === null) continue;
    const definition = languageNamed(language)!;
    const grammar = grammarFor(definition, path);
    const { reader } = definition;
    if (reader.by !== 'grammar') continue;
    result.files++;
    if (isDamaged(await parser.parse(grammar, text))) result.bare++;
    if (isDamaged(await parser.parse(grammar, reader.textToParse(text, grammar, learnt)))) result.ours++;
  }
  return result;
}

function isDamaged(parsed: ParsedFile | null): boolean {
  if (!parsed) return true;
  const damaged = hasOuterError(parsed.tree.rootNode);
  parsed.tree.delete();
  return damaged;
}

function hasOuterError(node: Node): boolean {
  if (node.isError || node.isMissing) return true;
  if (node.type === 'compound_statement' || !node.hasError) return false;
  return node.children.some((child) => child !== null && hasOuterError(child));
}
