import { join } from 'node:path';
import { fetchDebianSource } from '../debianCode.ts';
import { fetchPackage } from '../realCode.ts';

/** A codebase whose authors keep its folders with care, and how deep those are taken for its modules. */
export interface Truth {
  name: string;
  language: string;
  /** The folder that is surveyed. */
  root: () => string;
  /** The folder below the root whose modules are known; '' for the root. What lies elsewhere is surveyed, and placed nowhere. */
  within: string;
  /** Folders below the root that tell modules apart; what stands higher is one with its folder. */
  depth: number;
  /** True for code that nothing was tried on while the computations were written. */
  isKeptBack: boolean;
}

const debian =
  (name: string, ...below: string[]) =>
  (): string =>
    join(fetchDebianSource(name), ...below);
const npm =
  (specifier: string, ...below: string[]) =>
  (): string =>
    join(fetchPackage(specifier), ...below);

/** Written down before the first run: the codebases, and the depths at which their folders are taken as true. */
export const truths: readonly Truth[] = [
  { name: 'poco', language: 'C++', root: debian('poco'), within: '', depth: 1, isKeptBack: false },
  {
    name: 'libcommons-math3-java',
    language: 'Java',
    root: debian('libcommons-math3-java', 'src/main/java/org/apache/commons/math3'),
    within: '',
    depth: 1,
    isKeptBack: false,
  },
  {
    name: 'python-django',
    language: 'Python',
    root: debian('python-django'),
    within: 'django',
    depth: 1,
    isKeptBack: false,
  },
  {
    name: 'newtonsoft-json',
    language: 'C#',
    root: debian('newtonsoft-json', 'Src/Newtonsoft.Json'),
    within: '',
    depth: 1,
    isKeptBack: false,
  },
  {
    name: 'three',
    language: 'JavaScript',
    root: npm('three@0.187.0', 'src'),
    within: '',
    depth: 1,
    isKeptBack: false,
  },
  {
    name: 'bouncycastle',
    language: 'Java',
    root: debian('bouncycastle', 'core/src/main/java/org/bouncycastle'),
    within: '',
    depth: 2,
    isKeptBack: true,
  },
  {
    name: 'libcommons-collections4-java',
    language: 'Java',
    root: debian('libcommons-collections4-java', 'src/main/java/org/apache/commons/collections4'),
    within: '',
    depth: 1,
    isKeptBack: true,
  },
  { name: 'libzstd', language: 'C', root: debian('libzstd', 'lib'), within: '', depth: 1, isKeptBack: true },
  {
    name: 'rxjs',
    language: 'TypeScript',
    root: npm('rxjs@7.8.2', 'src/internal'),
    within: '',
    depth: 1,
    isKeptBack: true,
  },
];

/** Groups with fewer files are not scored. */
export const LEAST_FILES = 5;

/** The folder of a file that is taken for its module; null for what is not judged. */
export function trueGroup(path: string, { within, depth }: Pick<Truth, 'within' | 'depth'>): string | null {
  const above = within === '' ? [] : within.split('/');
  const folders = path.split('/').slice(0, -1);
  if (above.some((name, at) => folders[at] !== name)) return null;
  return folders.slice(0, above.length + depth).join('/');
}
