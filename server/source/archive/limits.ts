/** How much an archive may hold. Beyond it, nothing of the archive is taken in. */
export interface ArchiveLimits {
  /** Bytes of all files, unpacked. */
  unpackedBytes: number;
  entries: number;
}

export const defaultLimits: ArchiveLimits = { unpackedBytes: 20 * 1024 ** 3, entries: 1_000_000 };

/** Unpacked bytes for each packed one, beyond which an archive is taken for one made to fill the disk. */
export const MAX_INFLATION = 120;

/** What may be unpacked however small the archive is: a few sparse files inflate a great deal. */
export const ALWAYS_ALLOWED_BYTES = 256 * 1024 ** 2;

/** Files beyond this are listed with their size, and not kept: none of them is read as code. */
export const MAX_KEPT_FILE_BYTES = 32 * 1024 ** 2;
