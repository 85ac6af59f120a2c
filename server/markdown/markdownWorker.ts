import type { Element, Root, RootContent, Text } from 'hast';
import rehypeSanitize, { defaultSchema } from 'rehype-sanitize';
import remarkGfm from 'remark-gfm';
import remarkParse from 'remark-parse';
import remarkRehype from 'remark-rehype';
import { unified } from 'unified';
import type { Html, MarkdownTask } from './markdownTask.ts';

/** Deeper, and more, is for no reader; the page that renders it must not run out of stack either. */
const MOST_DEEP = 40;
const MOST_NODES = 20_000;

const { protocols } = defaultSchema;
const readerOf = (html: Html) =>
  unified()
    .use(remarkParse)
    .use(remarkGfm)
    .use(remarkRehype, {
      handlers: { html: (_: unknown, { value }: { value: string }) => written[html](value) },
    })
    .use(rehypeSanitize, {
      ...defaultSchema,
      // Pictures of notes are named so; pages show no others.
      protocols: { ...protocols, src: [...(protocols?.src ?? []), 'picture'] },
    });

/** What becomes of HTML in a text: it is never more than text. */
const written: Record<Html, (value: string) => Text | undefined> = {
  leftOut: () => undefined,
  asText: (value) => ({ type: 'text', value }),
};
const readers = { leftOut: readerOf('leftOut'), asText: readerOf('asText') };

/** A text's tree as JSON, without any HTML of the text's own; null for one of more than anybody reads. May take for ever. */
export default function markdownTree({ text, html }: MarkdownTask): string | null {
  const reader = readers[html];
  const tree = reader.runSync(reader.parse(text));
  return isBounded(tree) ? JSON.stringify(tree) : null;
}

function isBounded(tree: Root): boolean {
  let nodes = 0;
  const open: { node: Root | RootContent; depth: number }[] = [{ node: tree, depth: 0 }];
  for (let next = open.pop(); next; next = open.pop()) {
    const { node, depth } = next;
    if (depth > MOST_DEEP || ++nodes > MOST_NODES) return false;
    // Where it stood in the text is of no use to a page.
    delete node.position;
    for (const child of (node as Partial<Element>).children ?? [])
      open.push({ node: child, depth: depth + 1 });
  }
  return true;
}
