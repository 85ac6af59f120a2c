import { parse } from 'jsonc-parser';
import { isRecord, textOrNull, type Declared, type ManifestReader, type Use } from './manifest.ts';

const lists: [field: string, use: Use][] = [
  ['dependencies', 'runtime'],
  ['optionalDependencies', 'optional'],
  ['peerDependencies', 'peer'],
  ['devDependencies', 'development'],
];

export const packageJson: ManifestReader = {
  pattern: /(^|\/)package\.json$/,
  ecosystem: 'npm',
  read(text) {
    const manifest: unknown = parse(text);
    if (!isRecord(manifest)) return { name: null, description: null, declared: [] };
    const declared = new Map<string, Declared>();
    for (const [field, use] of lists) {
      const entries = manifest[field];
      if (!isRecord(entries)) continue;
      for (const [name, version] of Object.entries(entries)) {
        if (!declared.has(name)) declared.set(name, { name, version: textOrNull(version) ?? '', use });
      }
    }
    return {
      name: textOrNull(manifest.name),
      description: textOrNull(manifest.description),
      declared: [...declared.values()],
    };
  },
};
