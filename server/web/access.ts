import { randomBytes, timingSafeEqual, createHash } from 'node:crypto';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { isLoopbackName, isKnownHost } from '../hosts.ts';

/** Who may ask the server, and from where. */
export interface Access {
  /** Further names of this machine that are answered to, beside those of loopback. */
  hosts: string;
  /** What everybody has to show; null where only this machine is listened to and nobody has to. */
  token: string | null;
  /** Addresses of reverse proxies that sign people in: what comes from them needs no token. */
  trustedProxies: readonly string[];
  /** What this user's own scripts show to change something, for they do not say from what page they come. */
  sessionToken: string;
}

/** What is asked, as far as it matters here. Header names are in small letters. */
export interface Asking {
  method: string;
  /** Path and query. */
  url: string;
  headers: Readonly<Record<string, string | string[] | undefined>>;
  /** Address of whoever holds the other end of the connection. */
  from: string;
}

/** Why it is not answered; or, with `cookie`, where to go on with it. */
export type Verdict = { status: number; sentence: string } | { cookie: string; goTo: string } | null;

export const TOKEN_COOKIE = 'yletope-access';
export const SESSION_HEADER = 'x-yletope-token';
const methods = new Set(['GET', 'HEAD', 'POST']);
/** Beyond it, an address is none that Yletope gave. */
const LONGEST_ADDRESS = 16_000;

/** Judges a request before anything is done for it; null lets it pass. */
export function verdictOn(asking: Asking, access: Access): Verdict {
  const { method, url, headers } = asking;
  if (!isKnownHost(one(headers.host) ?? null, access.hosts))
    return refused(403, 'Yletope does not answer to this host name. See YLETOPE_HOSTS in the README.');
  if (!methods.has(method)) return refused(405, `Yletope does not support ${method} requests.`);
  if (url.length > LONGEST_ADDRESS) return refused(414, 'This address is too long.');
  if (!isReadable(url)) return refused(400, 'This address has invalid %-escapes.');
  const unknown = isKnown(asking, access);
  if (unknown !== null) return unknown;
  return method === 'POST' ? foreign(asking, access) : null;
}

function refused(status: number, sentence: string): { status: number; sentence: string } {
  return { status, sentence };
}

function one(value: string | string[] | undefined): string | undefined {
  return Array.isArray(value) ? value[0] : value;
}

function isReadable(url: string): boolean {
  try {
    decodeURIComponent(url.replace(/\?.*$/s, ''));
    return url.startsWith('/');
  } catch {
    return false;
  }
}

/** Null for who has shown the token, or was signed in by a proxy that is trusted. */
function isKnown({ url, headers, from }: Asking, { token, trustedProxies }: Access): Verdict {
  if (token === null && trustedProxies.length === 0) return null;
  if (trustedProxies.includes(from.replace(/^::ffff:/, ''))) return null;
  if (token === null) return refused(403, 'Yletope can only be used through its proxy.');
  const shown = /^Bearer (.+)$/.exec(one(headers.authorization) ?? '')?.[1] ?? cookieOf(headers.cookie);
  if (shown !== undefined && isSame(shown, token)) return null;
  const address = new URL(url, 'http://here');
  const given = address.searchParams.get('token');
  if (given === null || !isSame(given, token))
    return refused(401, 'An access token is needed: add ?token=… to the address once.');
  address.searchParams.delete('token');
  return {
    cookie: `${TOKEN_COOKIE}=${encodeURIComponent(token)}; Path=/; HttpOnly; SameSite=Strict; Max-Age=2592000`,
    goTo: `${address.pathname}${address.search}`,
  };
}

function cookieOf(header: string | string[] | undefined): string | undefined {
  const found = (one(header) ?? '')
    .split(/;\s*/)
    .find((each) => each.startsWith(`${TOKEN_COOKIE}=`))
    ?.slice(TOKEN_COOKIE.length + 1);
  try {
    return found === undefined ? undefined : decodeURIComponent(found);
  } catch {
    return undefined;
  }
}

/** Compares in a time that tells nothing of where two texts differ. */
function isSame(shown: string, expected: string): boolean {
  const digest = (text: string): Buffer => createHash('sha256').update(text).digest();
  return timingSafeEqual(digest(shown), digest(expected));
}

/** State may only be changed from Yletope's own pages, or by who can read what only this user can. */
function foreign({ headers }: Asking, { sessionToken }: Access): Verdict {
  const shown = one(headers[SESSION_HEADER]);
  if (shown !== undefined && isSame(shown, sessionToken)) return null;
  const site = one(headers['sec-fetch-site']);
  const origin = one(headers.origin);
  if (site === undefined && origin === undefined)
    return refused(
      403,
      `This request does not say which page it comes from. Scripts must send the session token in the header ${SESSION_HEADER}; see docs/security.md.`,
    );
  const isOwn =
    (site === undefined || site === 'same-origin') &&
    (origin === undefined || hostOf(origin) === one(headers.host)?.toLowerCase());
  return isOwn ? null : refused(403, 'This request came from another site and was refused.');
}

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null; // `null`, or no address at all.
  }
}

/**
 * Access as the surroundings state it. `address` is where the server is to listen: another than loopback needs a token, or
 * proxies that are trusted. Throws an Error that says so.
 */
export function accessOf(env: NodeJS.ProcessEnv, address: string): Omit<Access, 'sessionToken'> {
  const token = env.YLETOPE_TOKEN?.trim() ?? '';
  const trustedProxies = (env.YLETOPE_TRUSTED_PROXY ?? '')
    .split(',')
    .map((each) => each.trim())
    .filter((each) => each !== '');
  if (token !== '' && token.length < SHORTEST_TOKEN)
    throw new Error(`YLETOPE_TOKEN is shorter than ${SHORTEST_TOKEN} characters, so it could be guessed.`);
  if (!isLoopbackName(address) && token === '' && trustedProxies.length === 0)
    throw new Error(
      `Yletope does not listen on ${address} without access control. Set YLETOPE_TOKEN, or set YLETOPE_TRUSTED_PROXY to a reverse proxy that signs people in. See docs/security.md.`,
    );
  return { hosts: env.YLETOPE_HOSTS ?? '', token: token === '' ? null : token, trustedProxies };
}

const SHORTEST_TOKEN = 16;

/** Makes the token of a session, and leaves it where only this user can read it. */
export function newSessionToken(folder: string): string {
  const token = randomBytes(24).toString('base64url');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = join(folder, 'session-token');
  // A file of our own in every case: one that was there might be a link, or open to others.
  rmSync(file, { force: true });
  writeFileSync(file, `${token}\n`, { mode: 0o600, flag: 'wx' });
  return token;
}
