import type { DocBlock, DocPart, TextBlock } from '../../../server/views/docComment.ts';

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
  if (block.kind !== 'tag') return <TextOf block={block} />;
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
}

/** Code, an item of a list or a paragraph, as documents and comments of declarations have them. */
export function TextOf({ block }: { block: TextBlock }) {
  switch (block.kind) {
    case 'code':
      return <pre>{block.text}</pre>;
    case 'item':
      return (
        <p className="text-item">
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
function DocParts({ parts }: { parts: readonly DocPart[] }) {
  return parts.map(({ text, isCode }, index) =>
    isCode ? <code key={index}>{text}</code> : <span key={index}>{text}</span>,
  );
}
