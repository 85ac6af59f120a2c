import type { ShapeInput } from './shapeInput.ts';
import { bundleWords } from './words.ts';

/**
 * A name for each module from the words that set it apart: those of folders and names that most of its bundles bear and
 * few others do. `moduleOf`
 * is the module of each bundle, negative for none. No two names are the same.
 */
export function moduleNames(input: ShapeInput, moduleOf: Int32Array, count: number): string[] {
  const { words, of, bundlesWith } = bundleWords(input, { withFolders: true });
  const weights = Array.from({ length: count }, () => new Map<number, { weight: number; bundles: number }>());
  of.forEach((own, bundle) => {
    if (moduleOf[bundle] < 0) return;
    const sums = weights[moduleOf[bundle]];
    for (const { word, weight } of own) {
      const sum = sums.get(word) ?? { weight: 0, bundles: 0 };
      sums.set(word, { weight: sum.weight + weight, bundles: sum.bundles + 1 });
    }
  });
  const taken = new Set<string>();
  return weights.map((sums, module) => {
    const telling = [...sums]
      .map(([word, { weight, bundles }]) => ({
        word: words[word],
        score: (weight * bundles) / bundlesWith[word],
      }))
      .sort((a, b) => b.score - a.score || (a.word < b.word ? -1 : 1))
      .slice(0, 6)
      .map(({ word }) => word);
    const candidates = [
      ...telling.slice(0, 2),
      ...telling.slice(1).map((word) => `${telling[0]} ${word}`),
      `module ${module + 1}`,
    ];
    const name = candidates.find((each) => !taken.has(each)) ?? `module ${module + 1}`;
    taken.add(name);
    return name;
  });
}
