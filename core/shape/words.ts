import { KIND } from '../facts/fileFacts.ts';
import type { ShapeInput } from './shapeInput.ts';

/** Words by which files are told apart, each with how much it stands for its bundle. */
export interface BundleWords {
  words: string[];
  /** For each bundle the numbers of its words, with their weight by tf-idf; the strongest first. */
  of: { word: number; weight: number }[][];
  /** How many bundles hold each word. */
  bundlesWith: Int32Array;
}

/** A bundle is told by so many words at most. */
const MOST_WORDS = 40;
const LEAST_LETTERS = 3;
/** A file's own name says more of it than what it declares. */
const NAME_COUNTS = 4;
const FOLDER_COUNTS = 8;
/** What nearly every file may be called, or declares. */
const saysNothing = new Set(
  'the and for get set has add new main init index impl utils util helper test tests src lib include source sources packages java python com org str int constructor string value type object self this'.split(
    ' ',
  ),
);

/** The words of a name, small: `HTTPServer_old2` is http, server, old. */
export function wordsOf(name: string): string[] {
  return name
    .replace(/([a-z\d])([A-Z])/g, '$1 $2')
    .replace(/([A-Z]+)([A-Z][a-z])/g, '$1 $2')
    .split(/[^A-Za-z]+/)
    .map((word) => word.toLowerCase())
    .filter((word) => word.length >= LEAST_LETTERS && !saysNothing.has(word));
}

/**
 * The words of the names of files and of the types and routines in them, and of their comments where they are known (Salton's
 * tf-idf); of paths alone, those of files and of the folders that they lie in. O(elements).
 */
export function bundleWords(
  { files, elements, bundles, comments }: ShapeInput,
  { ofPaths = false }: { ofPaths?: boolean } = {},
): BundleWords {
  const numbers = new Map<string, number>();
  const counts = bundles.files.map((held) => {
    const own = new Map<number, number>();
    const take = (name: string, times: number): void => {
      for (const word of wordsOf(name)) {
        let number = numbers.get(word);
        if (number === undefined) numbers.set(word, (number = numbers.size));
        own.set(number, (own.get(number) ?? 0) + times);
      }
    };
    for (const file of held) {
      const { path, element } = files[file];
      const parts = path.split('/');
      take(parts.at(-1)!.replace(/\.[^.]*$/, ''), NAME_COUNTS);
      if (ofPaths) {
        for (const folder of parts.slice(0, -1)) take(folder, FOLDER_COUNTS);
        continue;
      }
      if (comments) take(comments[file], 1);
      for (let e = element + 1; e < elements.subtreeEnd[element]; e++)
        if (elements.kind[e] === KIND.type || elements.kind[e] === KIND.routine) take(elements.name[e], 1);
    }
    return own;
  });
  const bundlesWith = new Int32Array(numbers.size);
  for (const own of counts) for (const word of own.keys()) bundlesWith[word]++;
  const of = counts.map((own) =>
    [...own]
      .map(([word, times]) => ({
        word,
        weight: (1 + Math.log(times)) * Math.log(bundles.count / bundlesWith[word]),
      }))
      .filter(({ weight }) => weight > 0)
      .sort((a, b) => b.weight - a.weight || a.word - b.word)
      .slice(0, MOST_WORDS),
  );
  return { words: [...numbers.keys()], of, bundlesWith };
}
