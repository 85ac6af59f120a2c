/** Where the application is mounted, without a slash at its end: empty unless it was built with `YLETOPE_BASE`. */
const base = (mounted()?.BASE_URL ?? '').replace(/\/$/, '');

/** What the build says; nothing where a module of the interface is run by itself, as scripts do. */
function mounted(): Partial<ImportMetaEnv> | undefined {
  return import.meta.env;
}

/**
 * An address for what the browser asks or goes to by itself. Links, forms and redirects know where the application is mounted;
 * `fetch`, downloads and pictures do not.
 */
export function fromBase(address: string): string {
  return base + address;
}
