import type { QuayServer } from './server';

/** The name comes from outside, so that what is imported is known at run time only. */
export async function loadPlugins(server: QuayServer, names: string[]): Promise<void> {
  for (const name of names) {
    const plugin = (await import(`./plugins/${name}.js`)) as { install(server: QuayServer): void };
    plugin.install(server);
  }
  if (names.includes('print')) {
    const { printer } = await import('./printer');
    printer(server);
  }
}
