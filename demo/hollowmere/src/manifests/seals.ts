import { createHash } from 'node:crypto';
import type { Manifest } from './manifest';

export interface Seal {
  manifest: Manifest;
  mark: string;
}

export function seal(manifest: Manifest): Seal {
  const sealed = { ...manifest, sealed: true };
  return { manifest: sealed, mark: markOf(sealed) };
}

export function isBroken({ manifest, mark }: Seal): boolean {
  return markOf(manifest) !== mark;
}

function markOf(manifest: Manifest): string {
  return createHash('sha256').update(JSON.stringify(manifest.consignments)).digest('hex').slice(0, 12);
}
