import { Packr } from 'msgpackr';
import { figureNames, type FigureName, type FileFacts } from '../../core/facts/fileFacts.ts';

const packr = new Packr({ moreTypes: true, useRecords: false });

/** Facts as they are packed: the figures, a column each, laid end to end, for many small columns cost more than one. */
type PackedFacts = Omit<FileFacts, 'declarations'> & {
  declarations: Omit<FileFacts['declarations'], 'figures'> & { figures: Int32Array };
};

/** Facts as bytes: what crosses threads and what the cache holds. */
export function packFacts(facts: FileFacts): Uint8Array {
  const { count, figures } = facts.declarations;
  const joined = new Int32Array(count * figureNames.length);
  figureNames.forEach((name, i) => joined.set(figures[name], i * count));
  const packed: PackedFacts = { ...facts, declarations: { ...facts.declarations, figures: joined } };
  return packr.pack(packed);
}

export function unpackFacts(bytes: Uint8Array): FileFacts {
  const facts = packr.unpack(bytes) as PackedFacts;
  const { count, figures } = facts.declarations;
  const columns = Object.fromEntries(
    figureNames.map((name, i) => [name, figures.subarray(i * count, (i + 1) * count)]),
  ) as Record<FigureName, Int32Array>;
  return { ...facts, declarations: { ...facts.declarations, figures: columns } };
}
