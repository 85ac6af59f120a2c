const NUL_WINDOW = 8192;

const utf8 = new TextDecoder('utf-8', { fatal: true });

/** The text of a file, by its byte order mark, as UTF-8, or else as Latin-1; null when it is not text. */
export function decode(bytes: Buffer): string | null {
  if (bytes.length >= 2 && bytes[0] === 0xff && bytes[1] === 0xfe)
    return new TextDecoder('utf-16le').decode(bytes);
  if (bytes.length >= 2 && bytes[0] === 0xfe && bytes[1] === 0xff)
    return new TextDecoder('utf-16be').decode(bytes);
  if (bytes.subarray(0, NUL_WINDOW).includes(0)) return null;
  try {
    return utf8.decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
