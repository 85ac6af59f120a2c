/** How a drawing is written as text. */
export const textFormats = ['dot', 'graphml', 'nestedGraphml', 'mermaid', 'csv', 'json'] as const;
export type TextFormat = (typeof textFormats)[number];

/** As text, and as a picture: for screens and documents, with the sentence and the legend. */
export const graphFormats = [...textFormats, 'svg', 'pdf'] as const;
export type GraphFormat = (typeof graphFormats)[number];

/** What the name of a file in a format ends with. */
export function endingOf(format: GraphFormat): string {
  return format === 'mermaid' ? 'mmd' : format === 'nestedGraphml' ? 'graphml' : format;
}
