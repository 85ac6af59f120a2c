import { QuayServer } from './server';
import { routes } from './routes';
import { loadPlugins } from './plugins';

const server = new QuayServer(routes());
await loadPlugins(server, (process.env.HOLLOWMERE_PLUGINS ?? '').split(',').filter(Boolean));
server.listen(8470);
