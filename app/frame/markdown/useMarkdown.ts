import type { Root } from 'hast';
import { useEffect, useState } from 'react';
import { LONGEST_PART, type Html } from '../../../server/markdown/markdownTask.ts';
import { ownFetch } from '../../state/ownFetch.ts';

/** Trees of parts that were asked for, by their text; null for those that are shown as they are. */
const asked = new Map<string, Promise<Root | null>>();
const MOST_KEPT = 300;

async function treeOf(text: string, html: Html): Promise<Root | null> {
  if (text.length > LONGEST_PART) return null;
  const response = await ownFetch(`/markdown?html=${html}`, { method: 'post', body: text });
  return response.ok ? ((await response.json()) as Root | null) : null;
}

function ask(text: string, html: Html): Promise<Root | null> {
  const known = asked.get(html + text);
  if (known) return known;
  if (asked.size >= MOST_KEPT) asked.delete(asked.keys().next().value!);
  const answer = treeOf(text, html).catch(() => null);
  asked.set(html + text, answer);
  return answer;
}

/** What is typed is not asked for letter by letter. */
const PAUSE_MS = 150;

/**
 * The tree of a part of a Markdown text, worked out by the server away from everything that answers; undefined until it is there, null where
 * the text is to be shown as it is. While another is awaited, the last one stays.
 */
export function useMarkdown(text: string, html: Html): Root | null | undefined {
  const [found, setFound] = useState<{ tree: Root | null } | undefined>();
  useEffect(() => {
    let isCurrent = true;
    const timer = setTimeout(
      () => void ask(text, html).then((tree) => isCurrent && setFound({ tree })),
      found && !asked.has(html + text) ? PAUSE_MS : 0,
    );
    return () => {
      isCurrent = false;
      clearTimeout(timer);
    };
    // What was found before only says whether somebody is typing.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text, html]);
  return found?.tree;
}
