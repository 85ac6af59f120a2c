import Button from '@mui/material/Button';
import { useMemo, useState, type ComponentProps } from 'react';
import { Link } from 'react-router';
import type { DocumentLink, DocumentPage as Page } from '../../../server/views/documentView.ts';
import { Caption } from '../../frame/Caption.tsx';
import { MarkdownPart, type MarkdownComponents } from '../../frame/markdown/MarkdownPart.tsx';
import { markdownParts } from '../../frame/markdown/parts.ts';
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
        {isMarkdown || blocks ? 'as written by its authors; images are not shown' : 'as it is'}.
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
            <MarkdownText key={path} text={text} links={links} base={base} />
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

/** Parts of a long text that are shown at once. */
const SHOWN = 12;

/** A Markdown text, part by part; of a long one the beginning, and the rest as it is asked for. */
function MarkdownText({ text, links, base }: Pick<Page, 'text' | 'links'> & { base: string }) {
  const parts = useMemo(() => markdownParts(text), [text]);
  const [count, setCount] = useState(SHOWN);
  const components = useMemo((): MarkdownComponents => {
    return {
      a: ({ href, children }) => (
        <DocumentAnchor href={href} link={href === undefined ? undefined : links[href]} base={base}>
          {children}
        </DocumentAnchor>
      ),
      // A picture may lie anywhere; fetching it would tell others what is read here.
      img: ({ alt }) => <span className="picture-alt">{alt ? `[picture: ${alt}]` : '[picture]'}</span>,
    };
  }, [links, base]);
  const left = parts.length - count;
  return (
    <>
      {parts.slice(0, count).map((part, at) => (
        <MarkdownPart key={at} text={part} components={components} />
      ))}
      {left > 0 && (
        <Button onClick={() => setCount(count + SHOWN)}>
          Read on: {left} of {parts.length} parts are not shown yet
        </Button>
      )}
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
