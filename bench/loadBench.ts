import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runBuiltCommandLine } from '../tests/commandLine.ts';
import { startServer, type RunningServer } from '../tests/runningServer.ts';

const CLIENTS = 50;
const FOR_MS = 20_000;
/** Memory is looked at after each: it may fill what is remembered, and then it stays. */
const ROUNDS = 4;
/** What must be answered at once, whatever others ask for. */
const trivial = ['/', '/codebases/1/survey'];
const heavy = [
  'matrix',
  'graph',
  'cycles',
  'measures',
  'overview',
  'completeness',
  'types',
  'modules',
  'unused',
];

const at = (times: number[], share: number): number =>
  Math.round(times.toSorted((a, b) => a - b)[Math.floor(times.length * share)] ?? 0);

/** Memory that a process holds, in MB. */
function residentOf({ process: { pid } }: RunningServer): number {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  return Math.round(Number(/VmRSS:\s+(\d+)/.exec(status)![1]) / 1024);
}

/**
 * Fifty clients ask one server for views of one codebase, each anew as soon as it is answered, while another asks for what is trivial.
 * Both run on this machine, and share its cores. The first round reads the survey; those after it are told of.
 */
export async function benchLoad(root: string): Promise<void> {
  const data = mkdtempSync(join(tmpdir(), 'yletope-load-'));
  const { status, stderr } = runBuiltCommandLine(data, 'open', root);
  if (status !== 0) throw new Error(stderr);
  const server = await startServer(data);
  try {
    const alone = await timesOf(server, trivial, 100);
    const memory: number[] = [];
    const views: number[] = [];
    const light: number[] = [];
    let failed = 0;
    for (let round = 0; round < ROUNDS; round++) {
      const seen = await load(server, FOR_MS);
      memory.push(residentOf(server));
      failed += seen.failed;
      if (round === 0) continue;
      views.push(...seen.views);
      light.push(...seen.light);
    }
    const seconds = ((ROUNDS - 1) * FOR_MS) / 1000;
    console.log(
      [
        `${CLIENTS} clients, each asking for views, for ${seconds} seconds`,
        `  views answered                ${views.length}, ${(views.length / seconds).toFixed(0)} a second; failed ${failed}`,
        `  a view                        median ${at(views, 0.5)} ms, 95th percentile ${at(views, 0.95)} ms`,
        `  what is trivial, meanwhile    median ${at(light, 0.5)} ms, 95th percentile ${at(light, 0.95)} ms`,
        `  what is trivial, alone        median ${at(alone, 0.5)} ms, 95th percentile ${at(alone, 0.95)} ms`,
        `  memory of the server          ${memory.join(', ')} MB after each ${FOR_MS / 1000} seconds`,
      ].join('\n'),
    );
  } finally {
    await server.end('SIGTERM');
    rmSync(data, { recursive: true, force: true });
  }
}

async function timesOf({ url }: RunningServer, paths: readonly string[], count: number): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < count; i++) times.push((await timed(url + paths[i % paths.length])).ms);
  return times;
}

async function timed(address: string): Promise<{ ms: number; isFine: boolean }> {
  const started = performance.now();
  const response = await fetch(address);
  await response.arrayBuffer();
  return { ms: performance.now() - started, isFine: response.status < 500 };
}

async function load(
  server: RunningServer,
  forMs: number,
): Promise<{ views: number[]; light: number[]; failed: number }> {
  const until = performance.now() + forMs;
  const [views, light]: number[][] = [[], []];
  let failed = 0;
  let asked = 0;
  const client = async (): Promise<void> => {
    while (performance.now() < until) {
      // Another address each time, lest two clients share an answer.
      const view = heavy[asked % heavy.length];
      const { ms, isFine } = await timed(`${server.url}/codebases/1/${view}?n=${asked++}`);
      views.push(ms);
      if (!isFine) failed++;
    }
  };
  const onlooker = async (): Promise<void> => {
    for (let i = 0; performance.now() < until; i++) {
      const { ms, isFine } = await timed(server.url + trivial[i % trivial.length]);
      light.push(ms);
      if (!isFine) failed++;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  };
  await Promise.all([...Array.from({ length: CLIENTS }, client), onlooker()]);
  return { views, light, failed };
}
