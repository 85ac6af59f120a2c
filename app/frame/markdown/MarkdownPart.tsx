import { toJsxRuntime } from 'hast-util-to-jsx-runtime';
import type { ComponentProps, ReactElement, ReactNode } from 'react';
import { Fragment, jsx, jsxs } from 'react/jsx-runtime';
import type { Html } from '../../../server/markdown/markdownTask.ts';
import { useMarkdown } from './useMarkdown.ts';

/** What is rendered in its own way: links, and pictures. */
export interface MarkdownComponents {
  a(props: ComponentProps<'a'>): ReactNode;
  img(props: ComponentProps<'img'>): ReactNode;
}

/** A part of a Markdown text. Until it has been read, and where it cannot be, it stands as it is. */
export function MarkdownPart({
  text,
  html = 'leftOut',
  components,
}: {
  text: string;
  html?: Html;
  components: MarkdownComponents;
}) {
  const tree = useMarkdown(text, html);
  if (!tree)
    return (
      <>
        {tree === null && (
          <p className="faded">
            This part is too long or too deeply nested to be formatted, so it is shown as written.
          </p>
        )}
        <div className="as-written">{text}</div>
      </>
    );
  // Its types speak of a namespace that React does not have any more.
  const options = { Fragment, jsx, jsxs, components: components as never, ignoreInvalidStyle: true };
  return toJsxRuntime(tree, options) as ReactElement;
}
