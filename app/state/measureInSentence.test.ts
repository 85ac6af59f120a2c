import { expect, it } from 'vitest';
import { catalogue } from '../../core/measures/catalogue.ts';
import { measureInSentence } from './measureInSentence.ts';

it('calls measures within a sentence by small letters, abbreviations by their own, and figures of lines lines', () => {
  const said = new Map(catalogue.map((measure) => [measure.id, measureInSentence(measure)]));
  expect(said.get('codeLines')).toBe('code lines');
  expect(said.get('lines')).toBe('lines');
  expect(said.get('lcom4')).toBe('LCOM4');
  expect(said.get('complexitySum')).toBe('complexity, sum');
  expect(new Set(said.values()).size).toBe(catalogue.length);
});
