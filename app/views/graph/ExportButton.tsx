import { useState } from 'react';
import type { GraphPicture } from '../../../server/views/graph/graphView.ts';
import { useNameOf } from '../../frame/names/Names.tsx';
import { OpenMenu } from '../../frame/parts.ts';
import { useAddress } from '../../state/address.ts';
import { saveFile } from '../../state/saveFile.ts';
import { useSheetColours } from '../../theme/useSheetColours.ts';
import { graphSvg } from './graphSvg.ts';

const texts = [
  ['dot', 'DOT'],
  ['graphml', 'GraphML, with coordinates'],
  ['mermaid', 'Mermaid'],
  ['csv', 'CSV, a line for each link'],
  ['json', 'JSON, with coordinates'],
] as const;

/** Takes the drawing along, with the sentence that says what it shows. */
export function ExportButton({ picture, codebaseId }: { picture: GraphPicture; codebaseId: string }) {
  const [at, setAt] = useState<Element | null>(null);
  const params = useAddress();
  const nameOf = useNameOf();
  const inks = useSheetColours();
  const caption = (): string => document.querySelector<HTMLElement>('.caption')?.innerText ?? '';
  const svg = (): string => graphSvg(picture, { nameOf, caption: caption(), inks });
  const asText = (format: string): void => {
    const address = new URLSearchParams(params);
    address.set('caption', caption());
    window.location.assign(`/codebases/${codebaseId}/graphs/graph.${format}?${address}`);
  };
  return (
    <>
      <button
        type="button"
        className="chip"
        aria-haspopup="menu"
        onClick={({ currentTarget }) => setAt(currentTarget)}
      >
        Take along …
      </button>
      {at && (
        <OpenMenu
          at={at}
          entries={[
            {
              key: 'svg',
              label: 'SVG, with its sentence and legend',
              run: () => saveFile(new Blob([svg()], { type: 'image/svg+xml' }), 'graph.svg'),
            },
            { key: 'png', label: 'PNG, twice as fine', run: () => void savePng(svg()) },
            ...texts.map(([format, label]) => ({ key: format, label, run: () => asText(format) })),
          ]}
          onClose={() => setAt(null)}
        />
      )}
    </>
  );
}

const FINER = 2;

async function savePng(svg: string): Promise<void> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = FINER * image.width;
  canvas.height = FINER * image.height;
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  canvas.toBlob((blob) => blob && saveFile(blob, 'graph.png'), 'image/png');
}
