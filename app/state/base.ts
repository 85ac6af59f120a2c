/** Where the application is mounted, without a slash at its end: empty unless it was built with `YLETOPE_BASE`. */
const base = import.meta.env.BASE_URL.replace(/\/$/, '');

/**
 * An address for what the browser asks or goes to by itself. Links, forms and redirects know where the application is mounted;
 * `fetch`, downloads and pictures do not.
 */
export function fromBase(address: string): string {
  return base + address;
}
