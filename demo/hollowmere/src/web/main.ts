import { QuayServer } from './server';
import { counter } from './counter';
import { nightWork } from './nightly';
import { routes } from './routes';
import { loadPlugins } from './plugins';

const server = new QuayServer(routes());
server.add('/counter', (query) => counter.choose(query.get('key') ?? '', query.get('clerk') ?? ''));
server.add('/night', () => Object.keys(nightWork));
await loadPlugins(server, (process.env.HOLLOWMERE_PLUGINS ?? '').split(',').filter(Boolean));
server.listen(8470);
