import { existsSync } from 'node:fs';

/** Settings that a repository may not decide: nothing it holds or names is ever run. */
const settings = [
  'core.hooksPath=/dev/null',
  'core.fsmonitor=false',
  'core.attributesFile=/dev/null',
  'core.alternateRefsCommand=true',
  'core.gitProxy=',
  'protocol.ext.allow=never',
  'submodule.recurse=false',
  'fetch.recurseSubmodules=false',
  'gc.auto=0',
  'maintenance.auto=false',
  // A server that says nothing for half a minute is given up, whether we are still there or not.
  'http.lowSpeedLimit=1',
  'http.lowSpeedTime=30',
  // What was typed is fetched from, and no other address that it names.
  'http.followRedirects=false',
].flatMap((setting) => ['-c', setting]);

/** What git finds in its surroundings: nobody to ask for a password, and no settings of the machine's. */
const environment = {
  GIT_TERMINAL_PROMPT: '0',
  GIT_ASKPASS: 'true',
  SSH_ASKPASS: 'true',
  // Stated here, it also stands above any `core.sshCommand` of a repository.
  GIT_SSH_COMMAND: 'ssh -oBatchMode=yes -oConnectTimeout=20',
  GIT_NO_REPLACE_OBJECTS: '1',
  GIT_OPTIONAL_LOCKS: '0',
  GIT_PAGER: 'cat',
  GIT_EXTERNAL_DIFF: '',
  GIT_CONFIG_NOSYSTEM: '1',
  LC_ALL: 'C',
};

/** Has the kernel end a program with whoever started it, however that ended. Linux has it; elsewhere git ends when its pipes do. */
const SETPRIV = '/usr/bin/setpriv';
const endsWithUs = existsSync(SETPRIV) ? [SETPRIV, '--pdeathsig', 'TERM', '--'] : [];

/** The program, arguments and surroundings of every call: explicit repository, no shell. */
export function gitCall(
  repository: string | null,
  args: string[],
  fetches = false,
): { program: string; args: string[]; env: NodeJS.ProcessEnv } {
  const place = repository === null ? [] : [`--git-dir=${repository}`];
  const env: NodeJS.ProcessEnv = {
    ...process.env,
    ...environment,
    GIT_ALLOW_PROTOCOL: fetches ? 'http:https:ssh' : 'none',
  };
  // Whatever repository the program itself was started in must not be meant.
  for (const name of [
    'GIT_DIR',
    'GIT_WORK_TREE',
    'GIT_INDEX_FILE',
    'GIT_OBJECT_DIRECTORY',
    'GIT_CONFIG_PARAMETERS',
  ])
    delete env[name];
  const [program, ...before] = [...endsWithUs, 'git'];
  return { program, args: [...before, '--no-pager', ...place, ...settings, ...args], env };
}
