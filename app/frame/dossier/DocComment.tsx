import type { DocBlock, DocPart } from '../../../server/views/docComment.ts';

/** What a declaration says of itself, in its structure; all of it is text. */
export function DocComment({ blocks }: { blocks: readonly DocBlock[] }) {
  if (blocks.length === 0) return null;
  return (
    <div className="doc-comment">
      {blocks.map((block, index) => (
        <Block key={index} block={block} />
      ))}
    </div>
  );
}

function Block({ block }: { block: DocBlock }) {
  switch (block.kind) {
    case 'code':
      return <pre>{block.text}</pre>;
    case 'tag':
      return (
        <p className="doc-tag">
          <span className="faded">{block.tag}</span>{' '}
          {block.name !== '' && (
            <>
              <code>{block.name}</code>{' '}
            </>
          )}
          <DocParts parts={block.parts} />
        </p>
      );
    case 'item':
      return (
        <p className="doc-item">
          – <DocParts parts={block.parts} />
        </p>
      );
    case 'paragraph':
      return (
        <p>
          <DocParts parts={block.parts} />
        </p>
      );
  }
}

/** Words, with names and code as they are written. */
export function DocParts({ parts }: { parts: readonly DocPart[] }) {
  return parts.map(({ text, isCode }, index) =>
    isCode ? <code key={index}>{text}</code> : <span key={index}>{text}</span>,
  );
}
