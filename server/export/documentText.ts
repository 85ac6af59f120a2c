import { visibleText } from '../visibleText.ts';

/** A text of several lines without the signs that no document in XML can hold, and those that would not be seen written out. */
export function documentText(text: string): string {
  return text
    .split('\n')
    .map(visibleText)
    .join('\n')
    .replace(/[\uFFFE\uFFFF]/g, '');
}
