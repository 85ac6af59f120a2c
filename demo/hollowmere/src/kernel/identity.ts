/** Identities are plain strings with a brand, so that a berth is never taken for a barge. */
export type Identity<Of extends string> = string & { readonly of: Of };

export type VesselId = Identity<'vessel'>;
export type BerthId = Identity<'berth'>;
export type VoyageId = Identity<'voyage'>;
export type StationId = Identity<'station'>;
export type AccountId = Identity<'account'>;
export type LockId = Identity<'lock'>;

let counter = 0;

export function nextIdentity<Of extends string>(of: Of): Identity<Of> {
  counter += 1;
  return `${of}-${counter.toString(36).padStart(5, '0')}` as Identity<Of>;
}

export function parseIdentity<Of extends string>(of: Of, raw: string): Identity<Of> | null {
  return raw.startsWith(`${of}-`) ? (raw as Identity<Of>) : null;
}
