import { createServer, type IncomingMessage } from 'node:http';
import { route } from 'quaylight';

export type Handler = (query: URLSearchParams) => unknown;

export class QuayServer {
  constructor(private readonly handlers: Map<string, Handler>) {}

  add(path: string, handler: Handler): void {
    this.handlers.set(path, handler);
  }

  listen(port: number): void {
    createServer((request, response) => {
      const answer = this.answer(request);
      response.statusCode = answer === undefined ? 404 : 200;
      response.end(JSON.stringify(answer ?? { error: 'no such page' }));
    }).listen(port, '127.0.0.1');
  }

  private answer(request: IncomingMessage): unknown {
    const url = new URL(request.url ?? '/', 'http://quay');
    return this.handlers.get(route(url.pathname))?.(url.searchParams);
  }
}
