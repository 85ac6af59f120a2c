import { folderOf } from '../contracts/fileTree.ts';
import { degrees, eachPull, joinPulls, type Pulls } from './pulls.ts';
import type { ShapeInput } from './shapeInput.ts';
import { bundleWords } from './words.ts';

/** Words that more of the bundles hold, and more than a module may have, draw nobody together. */
const COMMON = 0.1;
const OF_A_MODULE = 20;

/**
 * Pulls with vertices added behind those of the bundles, which stand for folders and for words and pull at all that lie in
 * them or bear them: two of one folder are near each other by way of it, without a pull for each pair. The weights are
 * shares of what links pull in the mean; with none asked for, the pulls stay as they are.
 */
export function withAttractors(
  pulls: Pulls,
  input: ShapeInput,
  { names, nearness }: { names: number; nearness: number },
): Pulls {
  const { count } = pulls;
  const mean = degrees(pulls).reduce((sum, each) => sum + each, 0) / Math.max(1, count) || 1;
  const added: [one: number, other: number, weight: number][] = [];
  let next = count;
  if (nearness > 0) {
    const numberOf = new Map<string, number>();
    const folder = (path: string): number => {
      const known = numberOf.get(path);
      if (known !== undefined) return known;
      const number = next++;
      numberOf.set(path, number);
      if (path !== '') added.push([number, folder(folderOf(path)), (nearness * mean) / 2]);
      return number;
    };
    input.bundles.files.forEach(([first], bundle) =>
      added.push([bundle, folder(folderOf(input.files[first].path)), nearness * mean]),
    );
  }
  if (names > 0) {
    const { of, words, bundlesWith } = bundleWords(input);
    const first = next;
    next += words.length;
    of.forEach((own, bundle) => {
      const telling = own.filter(
        ({ word }) => bundlesWith[word] > 1 && bundlesWith[word] <= Math.max(OF_A_MODULE, COMMON * count),
      );
      const sum = telling.reduce((total, { weight }) => total + weight, 0);
      for (const { word, weight } of telling)
        added.push([bundle, first + word, (names * mean * weight) / sum]);
    });
  }
  if (added.length === 0) return pulls;
  return joinPulls(next, (take) => {
    eachPull(pulls, take);
    for (const [one, other, weight] of added) take(one, other, weight);
  });
}
