import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { filledFolder } from '../tests/temporaryFolder.ts';
import { SESSION_HEADER } from '../server/web/access.ts';
import { attacked, ownPage } from './attacked.ts';

const under = attacked();
let codebase: number;
let folder: string;

beforeAll(async () => {
  folder = filledFolder({
    'src/a.ts': "import { b } from './b';\nexport const a = () => b();\n",
    'src/b.ts': 'export function b() {}\n',
    'README.md': '# Read me\n',
    '.env': 'PASSWORD=hunter2\n',
  });
  mkdirSync(join(folder, '.git'));
  writeFileSync(join(folder, '.git', 'config'), '[secret]\n\ttoken = hunter2\n');
  codebase = (await under.open(folder)) as number;
  await under.survey(codebase);
});

afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('a page of another site', () => {
  it('whose name was made to point here reads nothing and opens nothing', async () => {
    const named = (line: string, rest = ''): Promise<string> =>
      under.raw(`${line} HTTP/1.1\r\nHost: evil.example:4400\r\nConnection: close\r\n${rest}\r\n`);
    for (const path of [
      '/',
      `/codebases/${codebase}/overview`,
      '/assets/none.js',
      `/codebases/${codebase}/source?file=.env`,
    ]) {
      const said = await named(`GET ${path}`);
      expect(said).toMatch(/^HTTP\/1\.1 403 /);
      expect(said.includes('hunter2')).toBe(false);
    }
    expect(await named('POST /?index', 'Content-Length: 0\r\n')).toMatch(/^HTTP\/1\.1 403 /);
  });

  it.each([
    ['from elsewhere', { origin: 'http://evil.example', 'sec-fetch-site': 'cross-site' }],
    ['from nowhere', {}],
    ['from a frame without an origin', { origin: 'null' }],
    ['that claims both', { origin: 'http://evil.example', 'sec-fetch-site': 'same-origin' }],
  ])('changes nothing by a form %s', async (_, headers) => {
    const before = under.rows('SELECT id FROM codebase');
    const answer = await under.post('/?index', { intent: 'open', path: '/etc', ref: '' }, headers);
    expect(answer.status).toBe(403);
    expect(under.rows('SELECT id FROM codebase')).toEqual(before);
  });

  it('a script of the user who runs it may, by the token of the session', async () => {
    const token = readFileSync(join(under.data(), 'session-token'), 'utf8').trim();
    const answer = await under.post(
      `/codebases/${codebase}/intake`,
      { edit: 'look' },
      { [SESSION_HEADER]: token },
    );
    expect(answer.status).toBeLessThan(400);
  });

  it('every answer tells the browser to run nothing else and to be framed nowhere', async () => {
    for (const path of [
      '/',
      `/codebases/${codebase}/overview`,
      `/codebases/${codebase}/measures.csv`,
      '/none',
      '/favicon.ico',
    ]) {
      const { headers } = await fetch(under.url() + path);
      expect(headers.get('x-content-type-options'), path).toBe('nosniff');
      expect(headers.get('cross-origin-resource-policy'), path).toBe('same-origin');
      expect(headers.get('x-powered-by'), path).toBeNull();
    }
    const { headers } = await fetch(under.url());
    expect(headers.get('content-security-policy')).toMatch(/frame-ancestors 'none'/);
    expect(headers.get('content-security-policy')).not.toMatch(/script-src[^;]*unsafe/);
  });
});

describe('reading beyond the survey', () => {
  const outside = [
    '.env',
    '.git/config',
    '../../../etc/passwd',
    '/etc/passwd',
    'src/../.env',
    'src/%2e%2e/.env',
  ];
  it.each(outside)('%s is shown by no view', async (file) => {
    const query = `file=${encodeURIComponent(file)}`;
    for (const path of [
      `source?${query}`,
      `document?${query}`,
      `completeness?compare=${encodeURIComponent(file)}`,
      `completeness?compare=src/a.ts&with=${encodeURIComponent(file)}`,
      `outline?${query}`,
      `constructs?${query}`,
      `card?key=${encodeURIComponent(file)}`,
      `dossier?key=${encodeURIComponent(file)}`,
    ]) {
      const { status, text } = await under.get(`/codebases/${codebase}/${path}`);
      expect(status, path).toBeLessThan(500);
      expect(/hunter2|root:x:0/.test(text), path).toBe(false);
    }
  });
});

describe('odd requests', () => {
  it.each([
    'TRACE / HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n',
    'PUT / HTTP/1.1\r\nHost: localhost\r\nContent-Length: 0\r\nConnection: close\r\n\r\n',
    'GET /%zz HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n',
    'GET //evil.example/ HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n',
    'GET http://evil.example/ HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n',
    'GET /\\..\\..\\etc\\passwd HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n',
    'GET /assets/..%2f..%2f..%2fpackage.json HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n',
    'GET / HTTP/1.1\r\nHost: localhost\r\nX-Forwarded-Host: a:b:c:99999999\r\nConnection: close\r\n\r\n',
    'GET / HTTP/1.1\r\nHost: localhost:99999\r\nConnection: close\r\n\r\n',
    `POST /?index HTTP/1.1\r\nHost: localhost\r\nOrigin: http://localhost\r\nContent-Length: 99999999\r\nConnection: close\r\n\r\n`,
    'POST /?index HTTP/1.1\r\nHost: localhost\r\nOrigin: http://localhost\r\nTransfer-Encoding: chunked\r\nConnection: close\r\n\r\n1\r\na\r\n0\r\n\r\n',
    'nonsense\r\n\r\n',
  ])('%j is answered with no fault', async (bytes) => {
    const said = await under.raw(bytes);
    expect(said).toMatch(/^HTTP\/1\.1 [234]/);
    expect(said.includes('"name": "yletope"')).toBe(false);
    expect((await under.get('/')).status).toBe(200);
  });

  it('a page that there is not says so in a sentence', async () => {
    for (const path of [
      '/none',
      '/codebases/x/overview',
      '/codebases/99/overview',
      `/codebases/${codebase}/none`,
    ]) {
      const { status, text } = await under.get(path);
      expect(status, path).toBe(404);
      expect(/There is no|may have been removed/.test(text), path).toBe(true);
      expect(text.includes('No route matches'), path).toBe(false);
    }
  });

  it.each([
    ['of JSON', 'application/json', '{"intent":"open"}'],
    ['of a type that is none', 'text/\u00e4', 'x'],
    [
      'cut in its middle',
      'multipart/form-data; boundary=x',
      '--x\r\nContent-Disposition: form-data; name="a"\r\n\r\n1',
    ],
    ['without any field', 'application/x-www-form-urlencoded', ''],
    ['with fields twice', 'application/x-www-form-urlencoded', 'intent=open&intent=remove&id=1&id=2'],
    [
      'with files in place of texts',
      'multipart/form-data; boundary=x',
      '--x\r\nContent-Disposition: form-data; name="edit"; filename="a"\r\n\r\n1\r\n--x--\r\n',
    ],
  ])('a form %s is refused in every place', async (_, type, body) => {
    const forms = ['/?index', '/upload?name=x', '/markdown'].concat(
      [
        'intake',
        'survey',
        'completeness',
        'notes',
        'modules',
        'rules',
        'saved',
        'shortlists',
        'marks',
        'planEffect',
        'pictures',
        'addresses',
        'matrix',
        'surveys/1/pin',
      ].map((path) => `/codebases/${codebase}/${path}`),
    );
    for (const path of forms) {
      const response = await fetch(under.url() + path, {
        method: 'POST',
        redirect: 'manual',
        headers: { ...ownPage(under.url()), 'content-type': encodeURI(type) },
        body,
      });
      expect(response.status, path).toBeLessThan(500);
      await response.text();
    }
    expect(under.rows('SELECT id FROM codebase')).toHaveLength(1);
  });
});
