import { execFileSync, spawn } from 'node:child_process';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { onTestFinished } from 'vitest';
import { temporaryFolder } from './temporaryFolder.ts';

const identity = {
  GIT_AUTHOR_NAME: 'A',
  GIT_AUTHOR_EMAIL: 'a@example.org',
  GIT_COMMITTER_NAME: 'A',
  GIT_COMMITTER_EMAIL: 'a@example.org',
  GIT_CONFIG_GLOBAL: '/dev/null',
  GIT_CONFIG_NOSYSTEM: '1',
};

/** Runs git in a folder, for tests that prepare repositories. Returns what it printed. */
export function gitIn(folder: string, ...args: string[]): string {
  return execFileSync('git', args, {
    cwd: folder,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, ...identity },
  }).trim();
}

/** A repository with one commit of these files, on the branch `main`. */
export function gitRepository(files: Record<string, string>): string {
  const folder = temporaryFolder(files);
  gitIn(folder, 'init', '--quiet', '--initial-branch=main');
  commitAll(folder, 'first');
  return folder;
}

export function commitAll(folder: string, message: string): string {
  gitIn(folder, 'add', '--all');
  gitIn(folder, 'commit', '--quiet', '--allow-empty', '-m', message);
  return gitIn(folder, 'rev-parse', 'HEAD');
}

/** Serves repositories below a folder over HTTP, as git's own server program does. Returns the address. */
export async function serveRepositories(folder: string): Promise<string> {
  return listening(
    createServer((request, response) => {
      const url = new URL(request.url!, 'http://localhost');
      const backend = spawn('git', ['http-backend'], {
        env: {
          ...process.env,
          GIT_PROJECT_ROOT: folder,
          GIT_HTTP_EXPORT_ALL: '1',
          PATH_INFO: url.pathname,
          QUERY_STRING: url.search.slice(1),
          REQUEST_METHOD: request.method,
          CONTENT_TYPE: request.headers['content-type'] ?? '',
          GIT_PROTOCOL: (request.headers['git-protocol'] as string | undefined) ?? '',
          HTTP_CONTENT_ENCODING: request.headers['content-encoding'] ?? '',
        },
      });
      request.pipe(backend.stdin);
      const pieces: Buffer[] = [];
      backend.stdout.on('data', (piece: Buffer) => pieces.push(piece));
      backend.on('close', () => {
        const answer = Buffer.concat(pieces);
        const end = answer.indexOf('\r\n\r\n');
        const headers = answer.toString('latin1', 0, end).split('\r\n');
        for (const header of headers) {
          const [name, ...value] = header.split(': ');
          if (name === 'Status') response.statusCode = Number(value[0].slice(0, 3));
          else response.setHeader(name, value.join(': '));
        }
        response.end(answer.subarray(end + 4));
      });
    }),
  );
}

/** Starts a server on loopback, for as long as the test runs. Returns its address. */
export async function listening(server: Server): Promise<string> {
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  onTestFinished(() => {
    server.closeAllConnections();
    server.close();
  });
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
}
