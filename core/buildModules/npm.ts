import { parse } from 'jsonc-parser';
import { folderOf } from '../contracts/fileTree.ts';
import { isRecord, textOrNull } from '../manifests/manifest.ts';
import type { BuildReader, StatedModule } from './buildModule.ts';

const lists = ['dependencies', 'optionalDependencies', 'peerDependencies', 'devDependencies'];

/** npm: each `package.json` with a name is a module; those of one tree know each other by their names, as workspaces do. */
export const npm: BuildReader = {
  pattern: /(^|\/)package\.json$/,
  read: (files) =>
    files.flatMap(({ path, text }): StatedModule[] => {
      const manifest: unknown = parse(text);
      const name = isRecord(manifest) ? textOrNull(manifest.name) : null;
      if (!isRecord(manifest) || name === null) return [];
      return [
        {
          key: path,
          name,
          names: [name],
          sources: [folderOf(path)],
          needs: lists.flatMap((list) => (isRecord(manifest[list]) ? Object.keys(manifest[list]) : [])),
          languages: ['typescript', 'javascript'],
        },
      ];
    }),
};
