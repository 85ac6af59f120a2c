import { kilometres } from '@kernel';
import { CanalNetwork } from '../src/voyages/route/network';

const network = new CanalNetwork([{ from: 'Oxbow', to: 'Granary', length: kilometres(12), locks: 2 }]);

export const reachesGoBothWays = network.from('Granary')[0]?.to === 'Oxbow';

