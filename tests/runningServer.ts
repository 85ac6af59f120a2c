import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { installationRoot } from '../server/installation.ts';

/** The built application, served by a process of its own. */
export interface RunningServer {
  url: string;
  process: ChildProcess;
  /** What it has written on standard error so far. */
  said(): string;
  /** Ends it by a signal; resolves when it has ended. */
  end(signal: NodeJS.Signals): Promise<void>;
}

export async function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

/** Starts the server over a data folder and waits until it answers. Rejects, with what it said, when it ends before that. */
export async function startServer(
  data: string,
  { port, env = {} }: { port?: number; env?: NodeJS.ProcessEnv } = {},
): Promise<RunningServer> {
  const at = port ?? (await freePort());
  const server = spawn(process.execPath, [join(installationRoot, 'build', 'node', 'serve.js')], {
    cwd: installationRoot,
    stdio: ['ignore', 'ignore', 'pipe'],
    env: { ...process.env, NODE_ENV: 'production', PORT: String(at), YLETOPE_DATA: data, ...env },
  });
  let said = '';
  server.stderr.on('data', (piece: Buffer) => (said += piece.toString('utf8')));
  const url = `http://127.0.0.1:${at}`;
  for (let attempt = 0; ; attempt++) {
    if (server.exitCode !== null || server.signalCode !== null)
      throw new Error(`the server ended early: ${said}`);
    if (attempt > 400) throw new Error(`the server does not answer: ${said}`);
    if (
      await fetch(url, { redirect: 'manual' }).then(
        () => true,
        () => false,
      )
    )
      break;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  return {
    url,
    process: server,
    said: () => said,
    async end(signal) {
      if (server.exitCode !== null || server.signalCode !== null) return;
      const exit = new Promise((resolve) => server.once('exit', resolve));
      server.kill(signal);
      await exit;
    },
  };
}
