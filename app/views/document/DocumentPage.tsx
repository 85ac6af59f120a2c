import type { ComponentProps } from 'react';
import Markdown from 'react-markdown';
import { Link } from 'react-router';
import rehypeSanitize from 'rehype-sanitize';
import remarkGfm from 'remark-gfm';
import type { DocumentLink, DocumentPage as Page } from '../../../server/views/documentView.ts';
import { Caption } from '../../frame/Caption.tsx';
import { PlainDocument } from './PlainDocument.tsx';
import './document.css';

/** A text of the codebase for people to read: Markdown rendered, with its links leading to views of this codebase. */
export function DocumentPage({
  path,
  text,
  isMarkdown,
  blocks,
  documents,
  links,
  codebaseId,
}: Page & { codebaseId: string }) {
  const base = `/codebases/${codebaseId}`;
  return (
    <>
      <Caption>
        <b className="mono">{path}</b>,{' '}
        {isMarkdown || blocks ? 'as its authors wrote it; pictures are not shown' : 'as it is'}.
      </Caption>
      <div className="document-view">
        <nav aria-label="Texts of this codebase" className="outline">
          <h2>
            <span>Texts</span>
            <span>{documents.length}</span>
          </h2>
          {documents.map((document) => (
            <div key={document} className={`outline-row${document === path ? ' current' : ''}`}>
              <Link to={`${base}/document?file=${encodeURIComponent(document)}`} title={document}>
                {document}
              </Link>
            </div>
          ))}
        </nav>
        <article className="page document" tabIndex={-1}>
          {isMarkdown ? (
            <Markdown
              remarkPlugins={[remarkGfm]}
              rehypePlugins={[rehypeSanitize]}
              components={{
                a: ({ href, children }) => (
                  <DocumentAnchor href={href} link={href === undefined ? undefined : links[href]} base={base}>
                    {children}
                  </DocumentAnchor>
                ),
                // A picture may lie anywhere; fetching it would tell others what is read here.
                img: ({ alt }) => (
                  <span className="picture-alt">{alt ? `[picture: ${alt}]` : '[picture]'}</span>
                ),
              }}
            >
              {text}
            </Markdown>
          ) : blocks ? (
            <PlainDocument blocks={blocks} />
          ) : (
            <pre className="mono">{text}</pre>
          )}
        </article>
      </div>
    </>
  );
}

function DocumentAnchor({
  href,
  link,
  base,
  children,
}: ComponentProps<'a'> & { link: DocumentLink | undefined; base: string }) {
  if (href === undefined) return <span>{children}</span>;
  if (!link) {
    return href.startsWith('#') ? (
      <a href={href}>{children}</a>
    ) : (
      <a href={href} target="_blank" rel="noreferrer noopener">
        {children}
        <span aria-label="(leads elsewhere)"> ↗</span>
      </a>
    );
  }
  switch (link.to) {
    case 'nowhere':
      return (
        <span className="dead-link" title={`${href} is not among the surveyed files`}>
          {children}
        </span>
      );
    case 'folder':
      return <Link to={`${base}/matrix?in=${encodeURIComponent(link.folder)}`}>{children}</Link>;
    default:
      return <Link to={`${base}/${link.to}?file=${encodeURIComponent(link.file)}`}>{children}</Link>;
  }
}
