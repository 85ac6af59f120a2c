import { expect, it } from 'vitest';
import type { Dossier, DossierMeasure } from '../../../server/views/dossierView.ts';
import { rendered } from '../../rendered.tsx';
import { MeasureList } from './Measures.tsx';

const measure = (own: Partial<DossierMeasure>): DossierMeasure => ({
  ...{ id: 'codeLines', name: 'Code lines', unit: '', decimals: 0, definition: 'Lines.', value: 1_234.6 },
  ...{ rank: 2, share: 0.5, medianShare: 0.25, ...own },
});
const shown = (...measures: DossierMeasure[]): { text: string; html: string } =>
  rendered(MeasureList, {
    dossier: { key: 'a.ts', name: 'a.ts', kind: 'file', peers: 1_500, measures } as unknown as Dossier,
  });

it('measures stand with their units, their rank among peers, and bars of their share', () => {
  const { text, html } = shown(measure({}));
  expect(text).toContain('Measures, among 1,500 files');
  expect(text).toContain('Code lines 1,235');
  expect(html).toContain('title="Lines. Rank 2 of 1500."');
  expect(html).toContain('width:50%');
  expect(html).toContain('left:25%');
  expect(shown(measure({ unit: '%', decimals: 1, value: 12.34 })).text).toContain('12.3 %');
  // What lies beyond the largest of its peers does not leave its row.
  expect(shown(measure({ share: 3, medianShare: 2 })).html.match(/(width|left):100%/g)).toHaveLength(2);
});
