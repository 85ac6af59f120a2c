import { nextIdentity, type Identity, type VoyageId } from '@kernel';
import type { Consignment } from './weights';

export type ManifestId = Identity<'manifest'>;

export interface Manifest {
  id: ManifestId;
  voyage: VoyageId;
  consignments: Consignment[];
  sealed: boolean;
}

export function openManifest(voyage: VoyageId): Manifest {
  return { id: nextIdentity('manifest'), voyage, consignments: [], sealed: false };
}
