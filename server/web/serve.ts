import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { createRequestHandler } from '@react-router/express';
import compression from 'compression';
import express, { type ErrorRequestHandler } from 'express';
import type { ServerBuild } from 'react-router';
import { dataFolder, installationRoot } from '../installation.ts';
import { log } from '../log.ts';
import { sentenceOf } from '../failure.ts';
import { claimFolder } from '../store/claim.ts';
import { openStore } from '../store/database.ts';
import { accessOf, newSessionToken } from './access.ts';
import { answerWith, gate, inert } from './gate.ts';
import { isLoopbackName } from '../hosts.ts';

/**
 * Serves the built application at `HOST` (loopback unless it is set) and `PORT`. What keeps it from starting is told in one
 * line on standard error, with the exit code 2.
 */
async function serve(): Promise<void> {
  const address = process.env.HOST ?? '127.0.0.1';
  const port = Number(process.env.PORT ?? FIRST_PORT);
  const access = accessOf(process.env, address);
  const folder = dataFolder();
  // Whether it can be opened is known before anything is answered.
  openStore(folder).close();
  claimFolder(folder, { address: `http://${isLoopbackName(address) ? address : 'this machine'}:${port}/` });
  const sessionToken = newSessionToken(folder);

  const built = join(installationRoot, 'build', 'web');
  const entry = pathToFileURL(join(built, 'server', 'index.js')).href;
  const build = (await import(/* @vite-ignore */ entry)) as ServerBuild;
  const app = express();
  app.disable('x-powered-by');
  app.use(gate({ ...access, sessionToken }));
  app.use(
    compression({
      filter: (request, response) => isFarAway(request) && compression.filter(request, response),
    }),
  );
  const setHeaders = (response: ServerResponse): void => {
    for (const [name, value] of Object.entries(inert)) response.setHeader(name, value);
  };
  const { publicPath } = build;
  app.use(
    join(publicPath, 'assets'),
    express.static(join(built, 'client', 'assets'), { setHeaders, immutable: true, maxAge: '1y' }),
  );
  app.use(publicPath, express.static(join(built, 'client'), { setHeaders }));
  const answer = createRequestHandler({ build, mode: 'production' });
  app.all('*', (request, response, next) => void answer(request, response, next));
  app.use(failed);

  const server = createServer({ requestTimeout: LONGEST_REQUEST_MS }, app);
  server.once('error', (error: NodeJS.ErrnoException) => {
    const why = error.code === 'EADDRINUSE' ? `port ${port} is taken; set PORT to a free one` : error.message;
    exitWith(`it cannot listen on ${address}: ${why}.`);
  });
  server.listen(port, address);
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => {
      server.close();
      // Streams that stay open and pages that are still worked out do not keep it for long.
      setTimeout(() => process.exit(0), LAST_MS).unref();
      server.closeIdleConnections();
    });
}

/** To this machine itself everything is sent as it is: packing it takes longer than sending it. A proxy may pass it on far away. */
function isFarAway({ socket, headers }: IncomingMessage): boolean {
  const from = socket.remoteAddress?.replace(/^::ffff:/, '') ?? '';
  return !isLoopbackName(from) || 'x-forwarded-for' in headers || 'forwarded' in headers;
}

const FIRST_PORT = 4400;
/** An archive may take so long to arrive. */
const LONGEST_REQUEST_MS = 60 * 60_000;
const LAST_MS = 3_000;

/** What went wrong on the way to a page, in one sentence; the rest is for the log. */
const failed: ErrorRequestHandler = (error: unknown, _request, response, next) => {
  log.error({ err: error }, 'a request failed');
  if (response.headersSent) next(error);
  else answerWith(response, 500, 'Something went wrong in Yletope. The log has the details.');
};

function exitWith(why: string): void {
  process.stderr.write(`yletope: ${why}\n`);
  process.exit(2);
}

serve().catch((error: unknown) => exitWith(sentenceOf(error).replace(/^Something went wrong: /, '')));
