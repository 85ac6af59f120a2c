/** What a project file says of the part of the codebase it stands in. */
export interface Manifest {
  path: string;
  ecosystem: Ecosystem;
  /** Name of the package or project; null when it gives none. */
  name: string | null;
  description: string | null;
  declared: Declared[];
}

export const ecosystems = [
  'npm',
  'pypi',
  'maven',
  'nuget',
  'go',
  'cargo',
  'composer',
  'rubygems',
  'cmake',
  'make',
] as const;
export type Ecosystem = (typeof ecosystems)[number];

/** An external that a manifest names. */
export interface Declared {
  name: string;
  /** As written; empty when none is. */
  version: string;
  use: Use;
}

/** What it is wanted for: by the code as it runs, at will, from the surroundings, or while developing. */
export type Use = 'runtime' | 'optional' | 'peer' | 'development';

/** How a kind of project file is read: never trusting its content, which may be anything. */
export interface ManifestReader {
  pattern: RegExp;
  ecosystem: Ecosystem;
  read(text: string, path: string): Pick<Manifest, 'name' | 'description' | 'declared'>;
}

export function textOrNull(value: unknown): string | null {
  return typeof value === 'string' && value.trim() !== '' ? value.trim() : null;
}

export function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
