/** Letters of a part, unless a single section has more. */
const PART = 12_000;
/** A section without a heading is cut at an empty line, or where a list goes on, after so many. */
const LONGEST_SECTION = 40_000;

const fence = /^ {0,3}(`{3,}|~{3,})/;
const heading = /^ {0,3}#{1,6}(\s|$)/;
const item = /^(?:[-*+]|\d{1,9}[.)]) /;
const definition = /^ {0,3}\[[^\]]{1,200}\]:\s*\S/;

/**
 * Cuts a Markdown text where one section ends and the next begins, so that each part can be read by itself and a long text is read in
 * proportion to its length. Names of links that are explained elsewhere in the text are explained in each part. O(letters).
 */
export function markdownParts(text: string): string[] {
  const lines = text.split(/\r?\n/);
  const definitions: string[] = [];
  const parts: string[] = [];
  let part: string[] = [];
  let letters = 0;
  let open: string | null = null;
  const close = (): void => {
    if (part.length > 0) parts.push(part.join('\n'));
    part = [];
    letters = 0;
  };
  for (const line of lines) {
    const mark = fence.exec(line)?.[1];
    const isHeading = open === null && heading.test(line);
    const isGap = open === null && (line === '' || item.test(line));
    const mayEnd = isHeading ? letters > PART : isGap && letters > LONGEST_SECTION;
    if (mayEnd) close();
    if (open === null && definition.test(line)) definitions.push(line);
    if (mark !== undefined && (open === null || (mark[0] === open[0] && mark.length >= open.length)))
      open = open === null ? mark : null;
    part.push(line);
    letters += line.length + 1;
  }
  close();
  if (parts.length < 2 || definitions.length === 0) return parts;
  return parts.map((each) => withDefinitions(each, definitions));
}

const MOST_EXPLAINED = 300;

function withDefinitions(part: string, definitions: readonly string[]): string {
  const used = new Set((part.match(/\[[^\]\n]{1,200}\]/g) ?? []).map((name) => name.toLowerCase()));
  const explained = definitions
    .filter((line) => used.has(/\[[^\]]+\]/.exec(line)![0].toLowerCase()))
    .slice(0, MOST_EXPLAINED);
  return explained.length === 0 ? part : `${part}\n\n${explained.join('\n')}`;
}
