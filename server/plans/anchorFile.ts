import { z } from 'zod';
import { parsedText } from './parsedText.ts';
import { sentenceOfIssue } from './planFile.ts';

/** For the name of each module the paths or patterns of files that are typical of it. */
export type AnchorFile = ReadonlyMap<string, readonly string[]>;

const schema = z.record(z.string().min(1), z.array(z.string().min(1)).min(1));

/** Reads anchors from YAML or JSON; throws a Problem that says what is wrong, and where. */
export function readAnchorFile(text: string, name: string): AnchorFile {
  const read = schema.safeParse(parsedText(text, name));
  if (!read.success) throw sentenceOfIssue(read.error, `${name} is not a list of anchors`);
  return new Map(Object.entries(read.data));
}
