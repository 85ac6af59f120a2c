/** One line of a box: a name in the head, an attribute, an operation. */
export interface BoxLine {
  text: string;
  key: string | null;
  /** Slanted, as abstract things are in UML. */
  isAbstract: boolean;
  isStatic: boolean;
}

/** A type as a UML box: compartments from the top, each a list of lines. */
export interface ClassBox {
  key: string;
  compartments: BoxLine[][];
  width: number;
  height: number;
}

export const BOX = { line: 15, padding: 5, character: 6.65, side: 8, least: 70, most: 340 };

/** Sizes a box for its lines: monospaced characters of a known width. */
export function classBox(key: string, compartments: BoxLine[][]): ClassBox {
  const filled = compartments.filter((lines) => lines.length > 0);
  const longest = Math.max(...filled.flat().map(({ text }) => text.length), 1);
  return {
    key,
    compartments: filled,
    width: Math.min(BOX.most, Math.max(BOX.least, longest * BOX.character + 2 * BOX.side)),
    height: filled.reduce((sum, lines) => sum + lines.length * BOX.line + 2 * BOX.padding, 0),
  };
}

/** How many characters of a line a box has room for. */
export function roomIn({ width }: Pick<ClassBox, 'width'>): number {
  return Math.floor((width - 2 * BOX.side) / BOX.character + 0.01);
}
