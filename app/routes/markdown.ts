import { data } from 'react-router';
import { htmlChoices, LONGEST_PART } from '../../server/markdown/markdownTask.ts';
import { markdownTree } from '../../server/markdown/markdown.ts';
import type { Route } from './+types/markdown';

/** The tree of a part of a Markdown text that is sent, as JSON; `null` where it is to be shown as it is. */
export async function action({ request }: Route.ActionArgs) {
  const text = await request.text();
  if (text.length > LONGEST_PART) throw data('This is longer than a part of a text.', { status: 413 });
  const asked = new URL(request.url).searchParams.get('html');
  const html = htmlChoices.find((choice) => choice === asked);
  return new Response((await markdownTree(text, html)) ?? 'null', {
    headers: { 'content-type': 'application/json; charset=utf-8' },
  });
}
