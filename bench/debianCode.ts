import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { installationRoot } from '../server/installation.ts';

const cache = join(installationRoot, '.cache', 'debian');
const sourceLists = '/etc/apt/sources.list.d';

/** Options that make apt-get read its own copy of the machine's Debian entry, as sources, and leave the machine alone. */
function aptOptions(): string[] {
  const options = {
    'Dir::Etc::sourcelist': '/dev/null',
    'Dir::Etc::sourceparts': join(cache, 'lists.d'),
    'Dir::State::lists': join(cache, 'lists'),
    'Dir::Cache': join(cache, 'apt'),
    'APT::Sandbox::User': 'root',
  };
  return Object.entries(options).flatMap(([name, value]) => ['-o', `${name}=${value}`]);
}

function prepareApt(): void {
  if (existsSync(join(cache, 'ready'))) return;
  for (const folder of ['lists.d', 'lists/partial', 'apt/archives/partial'])
    mkdirSync(join(cache, folder), { recursive: true });
  const entry = readdirSync(sourceLists)
    .filter((name) => name.endsWith('.sources'))
    .map((name) => readFileSync(join(sourceLists, name), 'utf8'))
    .flatMap((text) => text.split(/\n\s*\n/))
    // Of security updates, only the newest are kept; a release's own sources stay.
    .find((stanza) => /debian-archive-keyring/.test(stanza) && !/-security/.test(stanza));
  if (entry === undefined) throw new Error(`no Debian entry in ${sourceLists} to copy`);
  writeFileSync(join(cache, 'lists.d', 'sources.sources'), entry.replace(/^Types:.*$/gm, 'Types: deb-src'));
  execFileSync('apt-get', [...aptOptions(), '-qq', 'update'], { stdio: 'inherit' });
  writeFileSync(join(cache, 'ready'), '');
}

/** Fetches the source of a Debian package into the cache, once; returns its folder. Nothing of it is ever run. */
export function fetchDebianSource(name: string): string {
  const folder = join(cache, 'code', name);
  if (existsSync(join(folder, '.complete'))) return folder;
  prepareApt();
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  process.stderr.write(`Fetching the Debian source ${name}\n`);
  execFileSync('apt-get', [...aptOptions(), '-qq', 'source', '--tar-only', '--download-only', name], {
    cwd: folder,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  const archives = readdirSync(folder).filter((file) => /(?<!debian)\.tar\./.test(file));
  // Beside the code itself, some packages have archives of what it is tested with.
  const archive = archives.find((file) => /\.orig\.tar\./.test(file)) ?? archives[0];
  if (archive === undefined) throw new Error(`apt-get gave no archive for ${name}`);
  execFileSync('tar', ['-xf', archive, '--strip-components=1'], { cwd: folder });
  for (const file of readdirSync(folder).filter((file) => file.startsWith(archive.split('_')[0] + '_')))
    rmSync(join(folder, file));
  writeFileSync(join(folder, '.complete'), '');
  return folder;
}
