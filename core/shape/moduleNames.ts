import type { ShapeInput } from './shapeInput.ts';
import { bundleWords, type BundleWords } from './words.ts';

/** A word that stands for so much of a module, and for so little else, is name enough. */
const TELLS = 0.5;

/**
 * A name for each module from the words of paths that set it apart: folders and files that most of its bundles bear and few
 * others do. Where no word does, two. `moduleOf` is the module of each bundle, negative for none. No two names are the same.
 */
export function moduleNames(input: ShapeInput, moduleOf: Int32Array, count: number): string[] {
  const found = tellingWords(bundleWords(input, { ofPaths: true }), moduleOf, count);
  const taken = new Set<string>();
  return found.map((telling, module) => {
    const [first, ...others] = telling;
    const candidates =
      first === undefined
        ? []
        : [
            ...(first.score >= TELLS || others.length === 0 ? [first.word] : []),
            ...others.map(({ word }) => `${first.word}, ${word}`),
          ];
    const name = candidates.find((each) => !taken.has(each)) ?? `module ${module + 1}`;
    taken.add(name);
    return name;
  });
}

interface TellingWord {
  word: string;
  /** The harmonic mean of how much of the module bears it, and how much of what bears it is of the module; 0 to 1. */
  score: number;
}

const MOST_TELLING = 8;

/** For each module the words that tell most of it, the best first. */
function tellingWords(
  { words, of, bundlesWith }: BundleWords,
  moduleOf: Int32Array,
  count: number,
): TellingWord[][] {
  const sizes = new Int32Array(count);
  const bearing = Array.from({ length: count }, () => new Map<number, number>());
  of.forEach((own, bundle) => {
    const module = moduleOf[bundle];
    if (module < 0) return;
    sizes[module]++;
    for (const { word } of own) bearing[module].set(word, (bearing[module].get(word) ?? 0) + 1);
  });
  return bearing.map((bundles, module) =>
    [...bundles]
      .map(([word, both]) => ({ word: words[word], score: (2 * both) / (sizes[module] + bundlesWith[word]) }))
      .sort((a, b) => b.score - a.score || (a.word < b.word ? -1 : 1))
      .slice(0, MOST_TELLING),
  );
}
