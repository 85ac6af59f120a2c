import { chmodSync, existsSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { basename, dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import {
  commitAll,
  gitIn,
  gitRepository,
  listening,
  serveRepositories,
} from '../../../tests/gitRepository.ts';
import { temporaryFolder } from '../../../tests/temporaryFolder.ts';
import { takeIn } from '../../intake/intake.ts';
import { surveySource } from '../../survey/surveySource.ts';
import { originOf } from '../address.ts';
import { defaultLimits } from '../archive/limits.ts';
import type { CodeSource } from '../codeSource.ts';
import { openSource } from '../openSource.ts';
import { textReader } from '../readText.ts';
import { changedPaths } from './changedPaths.ts';

const open = (typed: string, ref = '', workplace = temporaryFolder(), refresh = true): Promise<CodeSource> =>
  openSource(originOf(typed, ref), { workplace, limits: defaultLimits, refresh });

async function pathsOf(source: CodeSource): Promise<string[]> {
  const { files } = await takeIn(source);
  await source.close();
  return files.map(({ path }) => path);
}

const code = { 'src/a.ts': "import { b } from './b';\nb();\n", 'src/b.ts': 'export function b() {}\n' };

describe('a repository on this machine', () => {
  it('is read at any branch, tag or commit, bare or not, whatever is checked out', async () => {
    const repository = gitRepository(code);
    const first = gitIn(repository, 'rev-parse', 'HEAD');
    gitIn(repository, 'tag', '-a', 'v1', '-m', 'one');
    writeFileSync(join(repository, 'src', 'c.ts'), 'export const c = 1;\n');
    commitAll(repository, 'second');
    gitIn(repository, 'branch', 'feature/locks');
    writeFileSync(join(repository, 'src', 'uncommitted.ts'), '');
    const all = ['src/a.ts', 'src/b.ts', 'src/c.ts'];
    const bare = join(temporaryFolder(), 'bare.git');
    gitIn(repository, 'clone', '--quiet', '--bare', repository, bare);
    expect(await pathsOf(await open(bare))).toEqual(all);
    expect(await pathsOf(await open(repository, 'feature/locks'))).toEqual(all);
    for (const ref of ['v1', first, first.slice(0, 8), 'main~1'])
      expect(await pathsOf(await open(repository, ref)), ref).toEqual(['src/a.ts', 'src/b.ts']);
    const source = await open(`file://${repository}`, 'v1');
    expect(source.commit).toBe(first);
    await source.close();
  });

  it('is surveyed object by object, and its texts can be shown', async () => {
    const repository = gitRepository({ ...code, 'odd\nname.ts': 'export const odd = 1;\n' });
    const source = await open(repository, 'main');
    const { survey, hashes } = await surveySource(source, { name: 'test' });
    await source.close();
    expect(survey.elements.key).toContain('src/b.ts#b');
    expect(survey.elements.key).toContain('odd\nname.ts#odd');
    expect(survey.gaps).toEqual([]);
    rmSync(join(repository, 'src'), { recursive: true });
    const read = textReader(originOf(repository, 'main'), source.commit!, '');
    expect(await read('src/b.ts')).toEqual({ text: code['src/b.ts'], hash: hashes.get('src/b.ts') });
    expect(await read('src/none.ts')).toBeNull();
  });

  it('a recorded file is read though .gitignore names it', async () => {
    const repository = gitRepository({ 'a.ts': '' });
    writeFileSync(join(repository, '.gitignore'), 'a.ts\n');
    commitAll(repository, 'ignore it');
    expect(await pathsOf(await open(repository, 'main'))).toEqual(['a.ts']);
  });

  it('notices submodules and links, and names them', async () => {
    const inner = gitRepository({ 'inner.ts': '' });
    const outer = gitRepository({ 'a.ts': '' });
    gitIn(outer, '-c', 'protocol.file.allow=always', 'submodule', '--quiet', 'add', inner, 'libs/inner');
    commitAll(outer, 'with a submodule');
    const source = await open(outer, 'main');
    const intake = await takeIn(source);
    await source.close();
    expect(intake.submodules).toEqual([{ path: 'libs/inner', url: inner, isHere: false }]);
    expect(intake.leftOut).toContainEqual(
      expect.objectContaining({ path: 'libs/inner/', reason: 'submodule' }),
    );
    const { folderSource } = await import('../folder/folderSource.ts');
    const checkedOut = await takeIn(folderSource(outer));
    expect(checkedOut.submodules).toEqual([{ path: 'libs/inner', url: inner, isHere: true }]);
    expect(checkedOut.files.map(({ path }) => path)).toContain('libs/inner/inner.ts');
  });

  it('nothing that it names is ever run: no hook, filter, monitor, helper or transport', async () => {
    const repository = gitRepository({ ...code, '.gitattributes': '*.ts filter=evil diff=evil\n' });
    const mark = join(temporaryFolder(), 'ran');
    const script = join(repository, '.git', 'evil.sh');
    writeFileSync(script, `#!/bin/sh\ntouch ${mark}\n`);
    chmodSync(script, 0o755);
    for (const hook of ['post-checkout', 'reference-transaction', 'fsmonitor-watchman'])
      writeFileSync(join(repository, '.git', 'hooks', hook), `#!/bin/sh\ntouch ${mark}\n`, { mode: 0o755 });
    const evil = {
      'filter.evil.smudge': script,
      'filter.evil.clean': script,
      'filter.evil.process': script,
      'diff.evil.textconv': script,
      'diff.external': script,
      'core.fsmonitor': script,
      'core.sshCommand': script,
      'core.askPass': script,
      'core.pager': script,
      'core.editor': script,
      'core.alternateRefsCommand': script,
      'credential.helper': script,
      // A promised object that is missing would be fetched from here, by running this.
      'extensions.partialClone': 'origin',
      'remote.origin.url': `file://${repository}`,
      'remote.origin.promisor': 'true',
      'remote.origin.uploadpack': script,
    };
    for (const [name, value] of Object.entries(evil)) gitIn(repository, 'config', name, value);
    writeFileSync(mark, '');
    rmSync(mark); // Configuring it may have run some of it already.
    const object = gitIn(repository, 'rev-parse', 'HEAD:src/b.ts');
    rmSync(join(repository, '.git', 'objects', object.slice(0, 2), object.slice(2)));
    rmSync(mark, { force: true });
    const source = await open(repository, 'main');
    const { files, leftOut } = await takeIn(source);
    await source.close();
    expect(existsSync(mark)).toBe(false);
    expect(files.map(({ path }) => path)).toEqual(['src/a.ts']);
    expect(leftOut).toContainEqual(expect.objectContaining({ path: 'src/b.ts', reason: 'unreadable' }));
  });
});

describe('a repository that is not as it should be', () => {
  it('a reference that is not there is named, with those that are', async () => {
    const repository = gitRepository(code);
    await expect(open(repository, 'v9')).rejects.toThrow(
      `file://${repository} has no branch, tag or commit “v9”. It has main.`,
    );
  });

  it('without any commit says so', async () => {
    const repository = temporaryFolder();
    gitIn(repository, 'init', '--quiet', '--bare', '.');
    await expect(open(repository)).rejects.toThrow('has no commit yet, so there is nothing to survey.');
    const unborn = gitRepository(code);
    gitIn(unborn, 'symbolic-ref', 'HEAD', 'refs/heads/unborn');
    await expect(open(`file://${unborn}`)).rejects.toThrow(
      'its HEAD points to no branch). Name a branch: main.',
    );
  });

  it('a damaged file is left out and the rest is read; a damaged tree is told in one sentence', async () => {
    const repository = gitRepository({ ...code, 'src/z.ts': 'export const z = 1;\n' });
    const damage = (what: string): void => {
      const object = gitIn(repository, 'rev-parse', what);
      const file = join(repository, '.git', 'objects', object.slice(0, 2), object.slice(2));
      chmodSync(file, 0o644);
      writeFileSync(file, 'no object');
    };
    damage('HEAD:src/b.ts');
    const source = await open(repository, 'main');
    const { files, leftOut } = await takeIn(source);
    await source.close();
    expect(files.map(({ path }) => path)).toEqual(['src/a.ts', 'src/z.ts']);
    expect(leftOut).toMatchObject([
      {
        path: 'src/b.ts',
        reason: 'unreadable',
        detail: 'its object in the repository is missing or damaged',
      },
    ]);
    damage('HEAD^{tree}');
    await expect(open(repository, 'main')).rejects.toThrow('some of its objects are damaged');
  });

  it('a shallow clone is surveyed as it is', async () => {
    const repository = gitRepository(code);
    commitAll(repository, 'second');
    const shallow = join(temporaryFolder(), 'shallow');
    gitIn(repository, 'clone', '--quiet', '--depth=1', `file://${repository}`, shallow);
    expect(await pathsOf(await open(shallow, 'main'))).toEqual(['src/a.ts', 'src/b.ts']);
    await expect(open(shallow, 'main~1')).rejects.toThrow('has no branch, tag or commit “main~1”');
  });
});

describe('a repository elsewhere', () => {
  it('is fetched without its history, at any branch, tag or commit, and anew when asked', async () => {
    const repository = gitRepository(code);
    const first = gitIn(repository, 'rev-parse', 'HEAD');
    gitIn(repository, 'tag', 'v1');
    writeFileSync(join(repository, 'src', 'c.ts'), '');
    commitAll(repository, 'second');
    const url = `${await serveRepositories(dirname(repository))}/${basename(repository)}/.git`;
    const workplace = temporaryFolder();
    const all = ['src/a.ts', 'src/b.ts', 'src/c.ts'];
    expect(await pathsOf(await open(url, '', workplace))).toEqual(all);
    const count = gitIn(workplace, '--git-dir=repository.git', 'rev-list', '--all', '--count');
    expect(count).toBe('1');
    for (const ref of ['v1', first, first.slice(0, 7)])
      expect(await pathsOf(await open(url, ref)), ref).toEqual(['src/a.ts', 'src/b.ts']);
    writeFileSync(join(repository, 'src', 'd.ts'), '');
    commitAll(repository, 'third');
    expect(await pathsOf(await open(url, '', workplace, false))).toEqual(all);
    expect(await pathsOf(await open(url, '', workplace))).toEqual([...all, 'src/d.ts']);
    await expect(open(url, 'v9')).rejects.toThrow('has no branch, tag or commit “v9”. It has main, v1.');
  });

  it('that needs a password gets one sentence, and nobody is asked', async () => {
    const url = await listening(
      createServer((_, response) => {
        response.writeHead(401, { 'www-authenticate': 'Basic realm="git"' });
        response.end();
      }),
    );
    await expect(open(`${url}/secret.git`)).rejects.toThrow(
      `${url}/secret.git cannot be read: it needs a password or a token, which Yletope does not ask for`,
    );
  });

  it('that sends on to another address is not followed there', async () => {
    const repository = gitRepository(code);
    const real = `${await serveRepositories(dirname(repository))}/${basename(repository)}/.git`;
    const url = await listening(
      createServer((request, response) =>
        response.writeHead(302, { location: `${real}${request.url!.replace(/^\/x\.git/, '')}` }).end(),
      ),
    );
    await expect(open(`${url}/x.git`)).rejects.toThrow(
      `${url}/x.git cannot be read: it redirects to another address, which Yletope does not follow; open that address.`,
    );
  });

  it('that does not answer, or is none, gets one sentence', async () => {
    await expect(open('http://127.0.0.1:9/x.git')).rejects.toThrow('the host does not answer');
    const url = await listening(createServer((_, response) => response.writeHead(404).end()));
    await expect(open(`${url}/x.git`)).rejects.toThrow('there is no repository at this address');
  });

  it('can be stopped while it is fetched', async () => {
    const url = await listening(createServer(() => {})); // Never answers.
    const controller = new AbortController();
    setTimeout(() => controller.abort(), 300);
    const workplace = temporaryFolder();
    const opening = openSource(originOf(`${url}/x.git`), {
      workplace,
      limits: defaultLimits,
      refresh: true,
      signal: controller.signal,
    });
    await expect(opening).rejects.toThrow('The survey was stopped.');
    expect(readdirSync(workplace)).toEqual(['repository.git']);
  });
});

describe('what differs between two commits', () => {
  it('is told by paths, whatever they are called, whatever was renamed or gone', async () => {
    const repository = gitRepository({ ...code, 'gone.ts': 'export const gone = 1;\n' });
    gitIn(repository, 'tag', 'then');
    rmSync(join(repository, 'gone.ts'));
    writeFileSync(join(repository, 'src', 'a.ts'), 'export {};\n');
    writeFileSync(join(repository, 'odd\nname ü.ts'), 'export const odd = 1;\n');
    const now = commitAll(repository, 'second');
    const changed = (from: string, to = now): Promise<string[]> =>
      changedPaths(join(repository, '.git'), { from, to }, repository);
    expect((await changed('then')).sort()).toEqual(['gone.ts', 'odd\nname ü.ts', 'src/a.ts']);
    expect(await changed('HEAD')).toEqual([]);
    await expect(changed('nowhere')).rejects.toThrow('no branch, tag or commit “nowhere”');
    await expect(changed('--output=x')).rejects.toThrow('cannot be the name');
  });
});
