import type { PlainBlock } from '../../../server/views/plainDocument.ts';
import { DocParts } from '../../frame/dossier/DocComment.tsx';

/** A text by its layout: headings, lists, code and paragraphs, all of it text. */
export function PlainDocument({ blocks }: { blocks: readonly PlainBlock[] }) {
  return blocks.map((block, index) => <Block key={index} block={block} />);
}

function Block({ block }: { block: PlainBlock }) {
  switch (block.kind) {
    case 'heading': {
      const Heading = (['h1', 'h2', 'h3', 'h4'] as const)[block.level - 1];
      return <Heading>{block.text}</Heading>;
    }
    case 'code':
      return <pre>{block.text}</pre>;
    case 'item':
      return (
        <p className="plain-item">
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
