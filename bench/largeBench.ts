import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createAsker } from '../server/ask/ask.ts';
import { installationRoot } from '../server/installation.ts';
import type { ViewName } from '../server/views/table.ts';
import { fetchDebianSource } from './debianCode.ts';

/** Codebases of ten million lines and more, and what is aimed at: CPU minutes and peak of a survey. */
const codebases = [
  { name: 'openjdk-17', minutes: 8, gigabytes: 2.5 },
  { name: 'linux', minutes: 35, gigabytes: 6 },
];

const views: [view: ViewName, search: string][] = [
  ['overview', ''],
  ['matrix', ''],
  ['matrix', '?by=modules'],
  ['cycles', ''],
  ['measures', ''],
  ['dossier', '?focus='],
];

/** Runs the command line in a process of its own, which tells at its end what it took. */
function survey(folder: string, name: string, data: string): { cpuMinutes: number; gigabytes: number } {
  const report = `process.on('exit', () => { const u = process.resourceUsage();
    process.stderr.write('\\nTOOK ' + JSON.stringify({ cpu: u.userCPUTime + u.systemCPUTime, rss: u.maxRSS }) + '\\n'); });`;
  const output = execFileSync(
    'sh',
    ['-c', 'exec "$@" 2>&1 >/dev/null', 'sh', process.execPath, '--max-old-space-size=12000']
      .concat(['--import', `data:text/javascript,${encodeURIComponent(report)}`])
      .concat([join(installationRoot, 'build', 'node', 'yletope.js'), 'open', folder, '--name', name]),
    { env: { ...process.env, YLETOPE_DATA: data }, maxBuffer: 64 * 1024 * 1024 },
  ).toString();
  const { cpu, rss } = JSON.parse(/TOOK (.*)/.exec(output)![1]) as { cpu: number; rss: number };
  return { cpuMinutes: cpu / 60e6, gigabytes: rss / 1024 ** 2 };
}

/** Surveys whole systems, and asks for each view twice; `npm run bench -- --large`. Takes the better part of an hour. */
export async function largeBench(only: string | undefined): Promise<void> {
  for (const { name, minutes, gigabytes } of codebases.filter((each) => !only || each.name === only)) {
    const data = mkdtempSync(join(tmpdir(), 'yletope-large-'));
    const took = survey(fetchDebianSource(name), name, data);
    console.log(
      `${name}: ${took.cpuMinutes.toFixed(1)} CPU minutes (aim ${minutes}), peak ${took.gigabytes.toFixed(1)} GB (aim ${gigabytes})`,
    );
    const asker = createAsker({ folder: data });
    // The thread that answers does not keep its process alive, and here nothing else does.
    const alive = setInterval(() => undefined, 60_000);
    for (const [view, search] of views) {
      const times: number[] = [];
      for (let i = 0; i < 2; i++) {
        const started = performance.now();
        await asker.ask({ view, codebaseId: 1, search });
        times.push(performance.now() - started);
      }
      const [first, again] = times.map((time) => `${(time / 1000).toFixed(2)} s`);
      console.log(`  ${view}${search}: first ${first}, again ${again}`);
    }
    clearInterval(alive);
    await asker.close();
    rmSync(data, { recursive: true, force: true });
  }
}
