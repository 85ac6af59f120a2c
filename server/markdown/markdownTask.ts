/** Texts are read part by part, in letters; one beyond this is none of them, and is shown as it is. */
export const LONGEST_PART = 100_000;

/** What becomes of HTML in a text: nothing, as in what others wrote, or the text that it is, as in what one types. */
export const htmlChoices = ['leftOut', 'asText'] as const;
export type Html = (typeof htmlChoices)[number];

/** A part of a text to be read. */
export interface MarkdownTask {
  text: string;
  html: Html;
}
