import { spawn, type ChildProcessWithoutNullStreams } from 'node:child_process';
import type { Socket } from 'node:net';
import { gitCall } from './gitCall.ts';

/** Reads objects of one repository, many at once, through one process of git. */
export interface ObjectReader {
  /** An object by its hash, or a file as `commit:path`. Rejects when it is missing or damaged. */
  read(object: string): Promise<Buffer>;
  close(): Promise<void>;
}

interface Waiting {
  object: string;
  resolve: (bytes: Buffer) => void;
  reject: (error: Error) => void;
}

/**
 * `git cat-file --batch`: objects are asked for in a stream and answered in order. A damaged object ends the process;
 * it is then reported, and the rest are asked of a new one. With `keepsAlive` false the open process of git does not keep
 * this one from ending.
 */
export function objectReader(repository: string, { keepsAlive = true } = {}): ObjectReader {
  let child: ChildProcessWithoutNullStreams | null = null;
  let waiting: Waiting[] = [];
  let closed = false;

  const start = (): ChildProcessWithoutNullStreams => {
    const { program, args, env } = gitCall(repository, ['cat-file', '--batch']);
    const started = spawn(program, args, { env, stdio: 'pipe' });
    const answers = new Answers((bytes) => {
      const next = waiting.shift();
      if (bytes) next?.resolve(bytes);
      else next?.reject(new Error(damaged));
    });
    started.stdout.on('data', (piece: Buffer) => answers.add(piece));
    started.stdin.on('error', () => {}); // The exit that caused it is dealt with below.
    started.stderr.resume();
    if (!keepsAlive) {
      started.unref();
      for (const pipe of [started.stdin, started.stdout, started.stderr]) (pipe as unknown as Socket).unref();
    }
    const onEnd = (): void => {
      if (child !== started) return;
      child = null;
      waiting.shift()?.reject(new Error(damaged));
      const rest = waiting;
      waiting = [];
      for (const entry of rest) ask(entry);
    };
    started.once('error', onEnd);
    started.once('close', onEnd);
    return started;
  };

  const ask = (entry: Waiting): void => {
    child ??= start();
    waiting.push(entry);
    child.stdin.write(`${entry.object}\n`);
  };

  return {
    read: (object) =>
      new Promise((resolve, reject) => {
        if (closed) reject(new Error('the reader is closed'));
        else if (!/^[0-9a-f]{40,64}(:[^\n]+)?$/.test(object)) reject(new Error('not the name of an object'));
        else ask({ object, resolve, reject });
      }),
    close: () =>
      new Promise((resolve) => {
        closed = true;
        const last = child;
        if (!last) return resolve();
        last.once('close', () => resolve());
        last.stdin.end();
      }),
  };
}

const damaged = 'its object in the repository is missing or damaged';

/** Takes the stream of answers apart: `<object> <type> <size>\n<bytes>\n`, or `<object> missing\n`. */
class Answers {
  private pieces: Buffer[] = [];
  private length = 0;
  /** Bytes of the body that is being received; -1 while a header is. */
  private size = -1;

  constructor(private readonly onAnswer: (bytes: Buffer | null) => void) {}

  add(piece: Buffer): void {
    this.pieces.push(piece);
    this.length += piece.length;
    // A large body is joined once, when all of it is there.
    while (this.length > 0 && (this.size < 0 || this.length > this.size)) {
      const buffer = this.pieces.length === 1 ? this.pieces[0] : Buffer.concat(this.pieces);
      const used = this.size < 0 ? this.header(buffer) : this.body(buffer);
      const rest = buffer.subarray(used);
      this.pieces = rest.length > 0 ? [rest] : [];
      this.length = rest.length;
      if (used === 0) return;
    }
  }

  private header(buffer: Buffer): number {
    const end = buffer.indexOf(10);
    if (end < 0) return 0;
    const match = /^[0-9a-f]+ [a-z]+ (\d+)$/.exec(buffer.toString('latin1', 0, end));
    if (match) this.size = Number(match[1]);
    else this.onAnswer(null);
    return end + 1;
  }

  private body(buffer: Buffer): number {
    const bytes = Buffer.from(buffer.subarray(0, this.size));
    const used = this.size + 1; // A line feed closes the body.
    this.size = -1;
    this.onAnswer(bytes);
    return used;
  }
}
