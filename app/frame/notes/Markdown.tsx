import { useMemo } from 'react';
import { MarkdownPart, type MarkdownComponents } from '../markdown/MarkdownPart.tsx';
import { fromBase } from '../../state/base.ts';

const pictureAddress = /^picture:([0-9a-f]{24})$/;

/** A note's Markdown. HTML in it is text; pictures are those kept with the notes, and no others. */
export function NoteMarkdown({ body, codebaseId }: { body: string; codebaseId: string }) {
  const components = useMemo((): MarkdownComponents => {
    return {
      img({ src, alt }) {
        const id = typeof src === 'string' ? pictureAddress.exec(src)?.[1] : undefined;
        return id === undefined ? (
          <span className="faded">[{alt ?? 'a picture'}]</span>
        ) : (
          <img src={fromBase(`/codebases/${codebaseId}/pictures/${id}`)} alt={alt ?? ''} />
        );
      },
      a: ({ href, children }) => (
        <a href={href} target="_blank" rel="noreferrer noopener">
          {children}
        </a>
      ),
    };
  }, [codebaseId]);
  return <MarkdownPart text={body} html="asText" components={components} />;
}
