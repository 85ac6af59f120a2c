import { parse } from 'jsonc-parser';
import { folderOf } from '../contracts/fileTree.ts';
import { isRecord, textOrNull } from '../manifests/manifest.ts';
import type { BuildReader, StatedModule } from './buildModule.ts';

/** Those needed for work on it alone come first: what stands in another list as well is needed there too. */
const lists = ['devDependencies', 'dependencies', 'optionalDependencies', 'peerDependencies'];

/** npm: each `package.json` with a name is a module; those of one tree know each other by their names, as workspaces do. */
export const npm: BuildReader = {
  pattern: /(^|\/)package\.json$/,
  read: (files) =>
    files.flatMap(({ path, text }): StatedModule[] => {
      const manifest: unknown = parse(text);
      const name = isRecord(manifest) ? textOrNull(manifest.name) : null;
      if (!isRecord(manifest) || name === null) return [];
      const listed = (list: string): string[] =>
        isRecord(manifest[list]) ? Object.keys(manifest[list]) : [];
      return [
        {
          key: path,
          name,
          names: [name],
          sources: [folderOf(path)],
          needs: lists.flatMap(listed),
          scoped: new Map(
            listed('devDependencies')
              .filter((needed) => !lists.slice(1).some((list) => listed(list).includes(needed)))
              .map((needed) => [needed, 'test']),
          ),
          languages: ['typescript', 'javascript'],
        },
      ];
    }),
};
