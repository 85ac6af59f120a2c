import { useState } from 'react';
import { MenuChip } from '../../frame/MenuChip.tsx';
import { useAddress } from '../../state/address.ts';
import { saveFile } from '../../state/saveFile.ts';
import { useIsDark } from '../../theme/useSheetColours.ts';
import { fromBase } from '../../state/base.ts';
import { captionText } from '../../frame/captionText.ts';

const formats = [
  ['svg', 'SVG, with caption and legend'],
  ['pdf', 'PDF, with caption and legend, as vectors'],
  ['dot', 'DOT'],
  ['graphml', 'GraphML, with coordinates'],
  ['nestedGraphml', 'GraphML, groups as graphs in nodes'],
  ['mermaid', 'Mermaid'],
  ['csv', 'CSV, one line per link'],
  ['json', 'JSON, with coordinates'],
] as const;

/** Takes the drawing along, with the sentence that says what it shows. */
export function ExportButton({ codebaseId }: { codebaseId: string }) {
  const [problem, setProblem] = useState<string | null>(null);
  const params = useAddress();
  const isDark = useIsDark();
  const addressOf = (format: string): string => {
    const address = new URLSearchParams(params);
    address.set('caption', captionText());
    // What is printed is light; what is shown on a screen is as this one.
    if (isDark && format !== 'pdf') address.set('theme', 'dark');
    return fromBase(`/codebases/${codebaseId}/graphs/graph.${format}?${address}`);
  };
  const savePng = async (): Promise<void> => {
    try {
      setProblem(null);
      const response = await fetch(addressOf('svg'));
      if (!response.ok) throw new Error(response.statusText);
      saveFile(await pngOf(await response.text()), 'graph.png');
    } catch {
      setProblem('The picture could not be exported.');
    }
  };
  return (
    <>
      <MenuChip
        entries={[
          ...formats.map(([format, label]) => ({
            key: format,
            label,
            run: () => window.location.assign(addressOf(format)),
          })),
          { key: 'png', label: 'PNG at double resolution', run: () => void savePng() },
        ]}
      >
        Export …
      </MenuChip>
      {problem !== null && <span className="against">{problem}</span>}
    </>
  );
}

const FINER = 2;

async function pngOf(svg: string): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = FINER * image.width;
  canvas.height = FINER * image.height;
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('too large'))), 'image/png'),
  );
}
