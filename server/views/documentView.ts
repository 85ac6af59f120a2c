import { joinPath, folderOf } from '../../core/contracts/fileTree.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { isMarkdownName, isPlainDocument } from '../intake/names.ts';
import { plainBlocks, type PlainBlock } from './plainDocument.ts';
import { Problem } from '../problem.ts';
import type { ReadText } from '../source/readText.ts';
import type { KeptIntake } from '../survey/keptIntake.ts';
import { elementOf, kindOf } from './surveyAccess/elements.ts';

/** A text for people: Markdown, or a project file as it is. */
export interface DocumentPage {
  path: string;
  text: string;
  isMarkdown: boolean;
  /** Of a text that is no Markdown and no project file: its structure. */
  blocks: PlainBlock[] | null;
  /** All texts of the codebase, to go on to. */
  documents: string[];
  /** Where each relative link of the text leads: to a view of this codebase, or nowhere. */
  links: Record<string, DocumentLink>;
}

export type DocumentLink =
  { to: 'document' | 'source'; file: string } | { to: 'folder'; folder: string } | { to: 'nowhere' };

/** More of a text is not taken apart. */
const MOST_LETTERS = 400_000;

export async function documentView(
  survey: SurveyedCodebase,
  intake: KeptIntake,
  readText: ReadText,
  path: string,
): Promise<DocumentPage> {
  const readable = new Set([...intake.documents, ...intake.manifests.map(([manifest]) => manifest)]);
  if (!readable.has(path)) throw new Problem('notFound', `There is no text ${path} in this survey.`);
  const source = await readText(path);
  if (!source) throw new Problem('notFound', `${path} cannot be read any more.`);
  const name = path.slice(path.lastIndexOf('/') + 1);
  const isMarkdown = isMarkdownName(name);
  return {
    path,
    text: source.text,
    isMarkdown,
    blocks: isMarkdown || !isPlainDocument(name) ? null : plainBlocks(source.text.slice(0, MOST_LETTERS)),
    documents: intake.documents,
    links: isMarkdown ? linksOf(survey, readable, path, source.text) : {},
  };
}

/** Each part is bounded, so that no text is looked through more than once for each of its letters. */
const targets =
  /\]\([ \t]{0,20}<?([^)\s>]{1,1000})|^ {0,3}\[[^\]\n]{1,200}\]:[ \t]{0,20}<?([^\s>]{1,1000})|href="([^"\n]{1,1000})"/gm;

/** Every relative target in the text: of inline links, of reference definitions, of `href` in HTML. */
function linksOf(
  survey: SurveyedCodebase,
  readable: ReadonlySet<string>,
  path: string,
  text: string,
): Record<string, DocumentLink> {
  const links: Record<string, DocumentLink> = {};
  for (const match of text.matchAll(targets)) {
    const target = match[1] ?? match[2] ?? match[3];
    if (/^([a-z][a-z+.-]*:|\/\/|#)/i.test(target)) continue;
    links[target] = leadsTo(survey, readable, path, target);
  }
  return links;
}

function leadsTo(
  survey: SurveyedCodebase,
  readable: ReadonlySet<string>,
  from: string,
  target: string,
): DocumentLink {
  const plain = decoded(target.replace(/[?#].*$/, ''));
  const path = plain.startsWith('/') ? joinPath('', plain) : joinPath(folderOf(from), plain);
  if (path === null) return { to: 'nowhere' };
  if (readable.has(path)) return { to: 'document', file: path };
  const element = elementOf(survey, path);
  if (element === undefined) return { to: 'nowhere' };
  return kindOf(survey, element) === 'folder' ? { to: 'folder', folder: path } : { to: 'source', file: path };
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
