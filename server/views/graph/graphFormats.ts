/** How a drawing is written as text. */
export const textFormats = ['dot', 'graphml', 'mermaid', 'csv', 'json'] as const;
export type TextFormat = (typeof textFormats)[number];

/** As text, and as a picture: for screens and documents, with the sentence and the legend. */
export const graphFormats = [...textFormats, 'svg', 'pdf'] as const;
export type GraphFormat = (typeof graphFormats)[number];
