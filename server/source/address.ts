import { accessSync, constants, existsSync, realpathSync, statSync } from 'node:fs';
import { basename, isAbsolute, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { isLoopbackName } from '../hosts.ts';
import { Problem } from '../problem.ts';
import { checkRef, repositoryAt } from './git/repository.ts';

/** Where a codebase comes from. `address` is how it is listed, and tells one codebase from another. */
export interface Origin {
  kind: 'folder' | 'repository' | 'remote' | 'archive';
  /** A folder's or archive's path, a repository's address. */
  address: string;
  /** Branch, tag or commit; null for the one a repository has checked out. */
  ref: string | null;
}

/** What a user typed, as an origin that can be opened; or a Problem that says in one sentence why not. */
export function originOf(typed: string, typedRef = ''): Origin {
  const text = typed.trim();
  const ref = typedRef.trim() === '' ? null : typedRef.trim();
  checkRef(ref);
  if (text === '')
    throw new Problem('badRequest', 'Type the path of a folder, or the address of a repository.');
  // eslint-disable-next-line no-control-regex -- a line feed in an address is what is looked for
  if (/[\x00-\x1f\x7f]/.test(text) && /^[a-z][a-z0-9+.-]*:|^[\w.-]+@/i.test(text)) throw noAddress(text);
  if (text.startsWith('-') || /^[a-z][a-z0-9+.-]*::/i.test(text)) throw noAddress(text);
  const scheme = /^([a-z][a-z0-9+.-]*):\/\//i.exec(text)?.[1].toLowerCase();
  if (scheme === 'file') return localOrigin(filePath(text), ref, true);
  if (scheme !== undefined) return remoteOrigin(text, scheme, ref);
  if (/^[\w.-]+@[\w.-]+:[^/]/.test(text) || /^[\w.-]+@[\w.-]+:\//.test(text))
    return { kind: 'remote', address: text, ref };
  return localOrigin(expanded(text), ref, false);
}

function noAddress(text: string): Problem {
  return new Problem(
    'badAddress',
    `“${text}” is not an address that Yletope can open. Use a path, or an address that starts with https://, ssh:// or file://.`,
  );
}

function filePath(text: string): string {
  try {
    return fileURLToPath(text);
  } catch {
    throw noAddress(text);
  }
}

function remoteOrigin(text: string, scheme: string, ref: string | null): Origin {
  let url: URL;
  try {
    url = new URL(text);
  } catch {
    throw noAddress(text);
  }
  // A host that begins with a dash would be an option to ssh.
  if (url.hostname === '' || url.hostname.startsWith('-') || url.username.startsWith('-'))
    throw noAddress(text);
  if (!['https', 'ssh'].includes(scheme) && !(scheme === 'http' && isLoopbackName(url.hostname)))
    throw noAddress(text);
  if (url.password !== '')
    throw new Problem(
      'badAddress',
      'Remove the password from the address: it would be stored and shown with it.',
    );
  return { kind: 'remote', address: text, ref };
}

function expanded(text: string): string {
  const home = process.env.HOME;
  const path = home !== undefined && /^~(\/|$)/.test(text) ? join(home, text.slice(1)) : text;
  return isAbsolute(path) ? path : resolve(path);
}

function localOrigin(path: string, ref: string | null, wantsRepository: boolean): Origin {
  const real = readablePath(path);
  if (!statSync(real).isDirectory()) {
    if (wantsRepository || ref !== null)
      throw new Problem('notARepository', `${real} is a file, not a git repository.`);
    return { kind: 'archive', address: real, ref: null };
  }
  const found = repositoryAt(real);
  if (found && (found.isBare || ref !== null || wantsRepository))
    return { kind: 'repository', address: `file://${real}`, ref };
  if (wantsRepository || ref !== null)
    throw new Problem('notARepository', `${real} is not a git repository: there is no .git in it.`);
  return { kind: 'folder', address: real, ref: null };
}

/** A path with its links followed, once it is known that it is there and may be read. */
function readablePath(path: string): string {
  try {
    const real = realpathSync(path);
    accessSync(real, statSync(real).isDirectory() ? constants.R_OK | constants.X_OK : constants.R_OK);
    return real;
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    if (code === 'ENOENT' || code === 'ENOTDIR')
      throw new Problem('noSuchPath', `There is no ${path} on this machine.`);
    if (code === 'ELOOP') throw new Problem('noSuchPath', `${path} is a link that leads back to itself.`);
    throw new Problem('noPermission', `Yletope is not allowed to read ${path}.`);
  }
}

/** A name for the codebase, from the last part of its address. */
export function nameOf({ address }: Origin): string {
  const last = basename(address.replace(/\/+$/, '').replace(/\/\.git$/, ''));
  return last.replace(/\.git$/, '').replace(/\.(zip|tar|tar\.gz|tgz)$/i, '') || address;
}

/** True while a folder that is surveyed is still there. */
export function isStillThere({ kind, address }: Origin): boolean {
  return kind !== 'folder' || existsSync(address);
}

/** A folder whose path is known to be good. */
export function folderOrigin(path: string): Origin {
  return { kind: 'folder', address: path, ref: null };
}
