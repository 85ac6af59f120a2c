import type { PlainBlock } from '../../../server/views/plainDocument.ts';
import { TextOf } from '../../frame/dossier/DocComment.tsx';

/** A text by its layout: headings, lists, code and paragraphs, all of it text. */
export function PlainDocument({ blocks }: { blocks: readonly PlainBlock[] }) {
  return blocks.map((block, index) => <Block key={index} block={block} />);
}

function Block({ block }: { block: PlainBlock }) {
  if (block.kind !== 'heading') return <TextOf block={block} />;
  const Heading = (['h1', 'h2', 'h3', 'h4'] as const)[block.level - 1];
  return <Heading>{block.text}</Heading>;
}
