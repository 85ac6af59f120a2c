/** A stretch of a documentation comment's text: words, or a name or code as it is written. */
export interface DocPart {
  text: string;
  isCode: boolean;
}

/** What a documentation comment is made of. All of it is text: nothing in it is taken for anything else. */
/** What every text for people is made of. */
export type TextBlock =
  | { kind: 'paragraph'; parts: DocPart[] }
  | { kind: 'item'; parts: DocPart[] }
  | { kind: 'code'; text: string };

export type DocBlock =
  | TextBlock
  /** What is said of a parameter, a result, an error: `@param width …`. */
  | { kind: 'tag'; tag: string; name: string; parts: DocPart[] };

const tagWords: Record<string, string> = {
  returns: 'returns',
  return: 'returns',
  rtype: 'returns',
  exception: 'throws',
  raise: 'throws',
  raises: 'throws',
  throw: 'throws',
  typeparam: 'type parameter',
  arg: 'param',
  argument: 'param',
  parameter: 'param',
};

/** Tags that are followed by a name. */
const named = /^(param|throws|property|see|type parameter|template|extends)$/;

/**
 * The structure of a comment without its marks: Javadoc and JSDoc tags with their HTML, XML documentation, fields of Python's
 * reStructuredText and its `Args:` sections, Markdown's code and lists. What is none of these stays as it is. O(letters).
 */
export function docBlocks(comment: string): DocBlock[] {
  const blocks: DocBlock[] = [];
  let open: { block: DocBlock | null; lines: string[] } = { block: null, lines: [] };
  const close = (): void => {
    const lines = open.lines.join('\n');
    const text = lines.trim();
    const { block } = open;
    open = { block: null, lines: [] };
    if (block?.kind === 'code') blocks.push({ kind: 'code', text: withoutIndent(lines.replace(/^\n+/, '')) });
    else if (block) blocks.push({ ...block, parts: partsOf(text) });
    else if (text !== '') blocks.push({ kind: 'paragraph', parts: partsOf(text) });
  };
  const begin = (block: DocBlock | null, line: string): void => {
    close();
    open = { block, lines: [line] };
  };
  let section = '';
  for (const line of ofMarkup(comment).split('\n')) {
    const isCode = open.block?.kind === 'code';
    if (/^\s*(```|<\/?pre\b)/.test(line)) {
      if (isCode) close();
      else begin({ kind: 'code', text: '' }, '');
      continue;
    }
    if (isCode) {
      open.lines.push(line);
      continue;
    }
    const heading = /^\s*(Args|Arguments|Parameters|Returns|Raises|Yields|Attributes):\s*$/.exec(line)?.[1];
    if (heading !== undefined) {
      close();
      section = heading;
      continue;
    }
    const tag = tagOf(line) ?? (section === '' ? null : sectionTag(section, line));
    if (tag) begin({ kind: 'tag', tag: tag.tag, name: tag.name, parts: [] }, tag.rest);
    else if (/^\s*([-*•]|\d+\.)\s+/.test(line))
      begin({ kind: 'item', parts: [] }, line.replace(/^\s*([-*•]|\d+\.)\s+/, ''));
    else if (line.trim() === '') {
      if (open.block === null || open.block.kind === 'item') close();
    } else open.lines.push(line);
  }
  close();
  return blocks;
}

/** HTML and XML of comments, told in the words of the lines that follow: paragraphs, items, tags, code. */
function ofMarkup(comment: string): string {
  return comment
    .replace(/<pre[^>]{0,40}>/gi, '\n```\n')
    .replace(/<\/pre>/gi, '\n```\n')
    .replace(/<code>\n/gi, '\n```\n')
    .replace(/\n\s*<\/code>/gi, '\n```\n')
    .replace(
      /<(?:p|br|\/p|\/ul|\/ol|ul|ol|\/li|para|\/para|div|\/div|remarks|\/remarks|summary|\/summary)\s*\/?>/gi,
      '\n\n',
    )
    .replace(/<(?:li|item)>/gi, '\n- ')
    .replace(/<(typeparam|param|exception)\s+(?:name|cref)="([^"]{0,200})"\s*\/?>/gi, '\n@$1 $2 ')
    .replace(/<returns>/gi, '\n@returns ')
    .replace(/<\/(?:typeparam|param|exception|returns|item)>/gi, '\n')
    .replace(
      /<(?:see|seealso|paramref|typeparamref)\s+(?:cref|name|langword|href)="(?:[A-Z]:)?([^"]{0,200})"\s*\/>/gi,
      '`$1`',
    )
    .replace(/<(?:c|code|tt)>([^<]{0,400})<\/(?:c|code|tt)>/gi, '`$1`')
    .replace(
      /\{@(?:code|literal|value|link|linkplain|inheritDoc)\s*([^{}]{0,400})\}/g,
      (_, text: string) => `\`${text.trim()}\``,
    )
    .replace(
      /<\/?(?:b|i|em|strong|a|span|u|sup|sub|h[1-6]|dl|dt|dd|table|tr|td|th|tbody|list|term|description)(?:\s[^<>]{0,200})?>/gi,
      '',
    );
}

interface Tag {
  tag: string;
  name: string;
  rest: string;
}

/** `@param width the width`, `:param width: the width`, `\param width the width`. */
function tagOf(line: string): Tag | null {
  const stated =
    /^\s*[@\\]([a-zA-Z]+)\s*(.*)$/.exec(line) ?? /^\s*:([a-z]+)([^:]{0,120}):\s*(.*)$/.exec(line);
  if (!stated) return null;
  const tag = tagWords[stated[1].toLowerCase()] ?? stated[1];
  if (stated[3] !== undefined) return { tag, name: stated[2].trim(), rest: stated[3] };
  if (!named.test(tag)) return { tag, name: '', rest: stated[2] };
  const [, , name, rest] = /^(\{[^}]{0,200}\}\s*)?(\S+)\s*(?:-\s+)?(.*)$/.exec(stated[2]) ?? [];
  return { tag, name: name ?? '', rest: rest ?? '' };
}

/** In a section of Google's manner: `width (int): the width`. */
function sectionTag(section: string, line: string): Tag | null {
  const tag = /^(Args|Arguments|Parameters|Attributes)$/.test(section)
    ? 'param'
    : (tagWords[section.toLowerCase()] ?? section.toLowerCase());
  const [, name, rest] = /^\s+(\*{0,2}[A-Za-z_][\w.]*)\s*(?:\([^)]{0,200}\))?:\s+(.*)$/.exec(line) ?? [];
  return name === undefined ? null : { tag, name, rest };
}

const entities: Record<string, string> = {
  lt: '<',
  gt: '>',
  amp: '&',
  quot: '"',
  apos: "'",
  nbsp: ' ',
  '#39': "'",
};

/** Words, and what stands between backticks; emphasis of Markdown loses its stars. */
function partsOf(text: string): DocPart[] {
  const plain = text.replace(/\s*\n\s*/g, ' ').trim();
  return plain.split(/(``?[^`]+``?)/).flatMap((piece, at): DocPart[] => {
    if (piece === '') return [];
    const isCode = at % 2 === 1;
    const bare = isCode ? piece.replace(/^`+|`+$/g, '') : piece.replace(/\*\*([^*]+)\*\*/g, '$1');
    return [
      { text: bare.replace(/&(#?\w{2,5});/g, (whole, name: string) => entities[name] ?? whole), isCode },
    ];
  });
}

function withoutIndent(text: string): string {
  const lines = text.split('\n');
  const least = Math.min(
    ...lines.filter((line) => line.trim() !== '').map((line) => /^\s*/.exec(line)![0].length),
  );
  return lines
    .map((line) => line.slice(Number.isFinite(least) ? least : 0))
    .join('\n')
    .trimEnd();
}
