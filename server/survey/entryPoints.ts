import { languages } from '../../core/languages/registry.ts';
import type { EntryPoint } from '../../core/contracts/language.ts';
import type { FileTree } from '../../core/contracts/fileTree.ts';
import type { FactsOfFile } from '../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { Intake } from '../intake/intake.ts';

/** Externals with which a file waits for connections. */
const serverExternals = new Set([
  ...['http', 'https', 'http2', 'net', 'tls', 'dgram', 'cluster'],
  ...[
    'express',
    'fastify',
    'koa',
    'hono',
    '@hono/node-server',
    '@hapi/hapi',
    'restify',
    'polka',
    'ws',
    'socket.io',
  ],
  ...['@nestjs/core', '@apollo/server', 'elysia', '@trpc/server', '@grpc/grpc-js'],
]);

const configurationName =
  /(^|\/)(\.[\w-]+rc\.[cm]?[jt]s|[\w.-]+\.(config|conf|setup|workspace)\.[cm]?[jt]s|(gulp|grunt|jake)file\.[cm]?[jt]s|karma\.conf\.js)$/i;

/** The entry points of a codebase, what is most telling first and tests last; one entry a file. */
export function entryPointsOf(
  survey: SurveyedCodebase,
  files: readonly FactsOfFile[],
  tree: FileTree,
  intake: Intake,
): EntryPoint[] {
  const found = new Map<string, EntryPoint>();
  const add = (entry: EntryPoint): void => {
    if (!found.has(entry.path)) found.set(entry.path, entry);
  };
  // Languages that share their project files would give the same entries twice.
  const ways = new Set(languages.map(({ entryPoints }) => entryPoints));
  for (const way of ways) for (const entry of way?.(tree, files) ?? []) add(entry);
  const serving = filesUsing(survey, serverExternals);
  for (const { path, listens, isTest, program } of intake.files) {
    const name = path.slice(path.lastIndexOf('/') + 1);
    if (program !== undefined) add({ path, role: 'program', name });
    else if (listens && !isTest && serving.has(path)) add({ path, role: 'server', name });
    else if (configurationName.test(path)) add({ path, role: 'configuration', name });
  }
  const tests = new Set(intake.files.filter(({ isTest }) => isTest).map(({ path }) => path));
  const inTests = ({ path }: EntryPoint): number => (tests.has(path) ? 1 : 0);
  return [...found.values()].sort((a, b) => inTests(a) - inTests(b));
}

function filesUsing(
  { elements, dependencies, externals }: SurveyedCodebase,
  names: Set<string>,
): Set<string> {
  const users = new Set<string>();
  for (let row = 0; row < dependencies.count; row++) {
    const external = externals[dependencies.to[row] - elements.firstExternal];
    if (external && names.has(external.name)) users.add(elements.key[elements.file[dependencies.from[row]]]);
  }
  return users;
}
