import { chmodSync, lstatSync, readFileSync, rmSync, statSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import {
  accessOf,
  newSessionToken,
  SESSION_HEADER,
  TOKEN_COOKIE,
  verdictOn,
  type Access,
  type Asking,
} from './access.ts';
import { isKnownHost } from '../hosts.ts';

const TOKEN = 'a token that nobody guesses';
const local: Access = { hosts: '', token: null, trustedProxies: [], sessionToken: 'of this session' };
const asking = (headers: Asking['headers'], more: Partial<Asking> = {}): Asking => ({
  method: 'GET',
  url: '/',
  from: '127.0.0.1',
  ...more,
  headers: { host: '127.0.0.1:4400', ...headers },
});
/** The status of a refusal, 200 for what passes, 303 for who is led on with a cookie. */
const status = (of: Asking, access = local): number => {
  const verdict = verdictOn(of, access);
  return verdict === null ? 200 : 'status' in verdict ? verdict.status : 303;
};

describe('requests that change state', () => {
  it.each([
    ['its own pages', { 'sec-fetch-site': 'same-origin', origin: 'http://127.0.0.1:4400' }, 200],
    ['another site', { 'sec-fetch-site': 'cross-site', origin: 'http://evil.example' }, 403],
    ['another port of this machine', { 'sec-fetch-site': 'same-site', origin: 'http://127.0.0.1:8080' }, 403],
    ['another site, by a browser without fetch metadata', { origin: 'http://evil.example' }, 403],
    ['its own pages, by such a browser', { origin: 'http://127.0.0.1:4400' }, 200],
    ['a page of no origin', { origin: 'null' }, 403],
    ['one that says two things', { 'sec-fetch-site': 'same-origin', origin: 'http://evil.example' }, 403],
    ['nowhere', {}, 403],
    ['a script of another user', { [SESSION_HEADER]: 'guessed' }, 403],
    ['a script of this user', { [SESSION_HEADER]: 'of this session' }, 200],
  ])('from %s', (_, headers, expected) => {
    expect(status(asking(headers as Record<string, string>, { method: 'POST' }))).toBe(expected);
  });

  it('what only reads may come from anywhere that names the right host', () => {
    expect(status(asking({ 'sec-fetch-site': 'cross-site' }))).toBe(200);
    expect(status(asking({ host: 'evil.example' }))).toBe(403);
  });
});

describe('odd requests', () => {
  it.each(['TRACE', 'PUT', 'DELETE', 'OPTIONS', 'CONNECT', 'post'])('%s is not answered', (method) => {
    expect(status(asking({}, { method }))).toBe(405);
  });

  it.each([
    ['/%zz', 400],
    ['/codebases/%E0%A4%A/overview', 400],
    [`/${'a'.repeat(20_000)}`, 414],
    ['*', 400],
    ['/codebases/1/overview?x=%zz', 200],
  ])('the address %s', (url, expected) => {
    expect(status(asking({}, { url }))).toBe(expected);
  });
});

describe('the host that a request names', () => {
  it.each([
    ['127.0.0.1:4400', true],
    ['localhost', true],
    ['[::1]:4400', true],
    ['LOCALHOST:80', true],
    ['localhost:65535', true],
    ['localhost:65536', false],
    ['localhost:999999', false],
    ['evil.example', false],
    ['127.0.0.1.evil.example', false],
    ['evil.example:127.0.0.1', false],
    ['desk.example:4400', false],
    ['', false],
    [null, false],
  ])('%s is answered: %s', (host, expected) => {
    expect(isKnownHost(host, '')).toBe(expected);
  });

  it('may be one that is set', () => {
    expect(isKnownHost('desk.example:4400', 'a.example, desk.example')).toBe(true);
    expect(isKnownHost('b.example', 'a.example, desk.example')).toBe(false);
  });
});

describe('an address that others reach', () => {
  const open = { ...local, hosts: 'desk.example', token: TOKEN };
  const there = { host: 'desk.example:4400' };

  it('is not listened to without a token or a proxy, and not with a token that could be guessed', () => {
    expect(() => accessOf({}, '0.0.0.0')).toThrow('YLETOPE_TOKEN');
    expect(() => accessOf({ YLETOPE_TOKEN: 'short' }, '0.0.0.0')).toThrow('guessed');
    expect(accessOf({ YLETOPE_TOKEN: TOKEN }, '0.0.0.0').token).toBe(TOKEN);
    expect(accessOf({ YLETOPE_TRUSTED_PROXY: '10.0.0.2, 10.0.0.3' }, '10.0.0.1').trustedProxies).toEqual([
      '10.0.0.2',
      '10.0.0.3',
    ]);
    expect(accessOf({}, '127.0.0.1').token).toBeNull();
  });

  it('asks for the token, and keeps it as a cookie that no script reads, out of the address', () => {
    expect(status(asking(there), open)).toBe(401);
    expect(status(asking(there, { url: '/?token=another' }), open)).toBe(401);
    const url = `/codebases/1?token=${encodeURIComponent(TOKEN)}&by=packages`;
    const led = verdictOn(asking(there, { url }), open);
    expect(led).toMatchObject({ goTo: '/codebases/1?by=packages' });
    const { cookie } = led as { cookie: string };
    expect(cookie).toMatch(/HttpOnly; SameSite=Strict/);
    expect(status(asking({ ...there, cookie: `x=1; ${cookie.split(';')[0]}` }), open)).toBe(200);
    expect(status(asking({ ...there, cookie: `${TOKEN_COOKIE}=%zz` }), open)).toBe(401);
    expect(status(asking({ ...there, authorization: `Bearer ${TOKEN}` }), open)).toBe(200);
  });

  it('lets those pass that a trusted proxy has signed in, and nobody who only says so', () => {
    const behind = { ...local, hosts: 'desk.example', trustedProxies: ['10.0.0.2'] };
    expect(status(asking(there, { from: '10.0.0.2' }), behind)).toBe(200);
    expect(status(asking(there, { from: '::ffff:10.0.0.2' }), behind)).toBe(200);
    expect(status(asking({ ...there, 'x-forwarded-for': '10.0.0.2' }, { from: '10.0.0.9' }), behind)).toBe(
      403,
    );
  });
});

describe('the token of a session', () => {
  it('is another each time, and is readable to its user alone', () => {
    const folder = temporaryFolder();
    const first = newSessionToken(folder);
    const second = newSessionToken(folder);
    expect(second).not.toBe(first);
    const file = join(folder, 'session-token');
    expect(readFileSync(file, 'utf8').trim()).toBe(second);
    expect(statSync(file).mode & 0o077).toBe(0);
  });

  it('is a file of its own in a folder of its own, whatever was there', () => {
    const folder = join(temporaryFolder(), 'data');
    newSessionToken(folder);
    expect(statSync(folder).mode & 0o077).toBe(0);
    const file = join(folder, 'session-token');
    chmodSync(file, 0o666);
    newSessionToken(folder);
    expect(statSync(file).mode & 0o777).toBe(0o600);
    const theirs = join(temporaryFolder({ theirs: 'kept' }), 'theirs');
    rmSync(file);
    symlinkSync(theirs, file);
    newSessionToken(folder);
    expect([readFileSync(theirs, 'utf8'), lstatSync(file).isSymbolicLink()]).toEqual(['kept', false]);
  });
});
