import { metres } from '@kernel';
import { depthAbove } from '../src/gauging/levels';
import { nearest, newStation } from '../src/gauging/station';

const low = newStation('Oxbow', metres(1.1), 4);
const high = newStation('Granary', metres(2.4), 19);

export const measuresFromItsZero = depthAbove(metres(1.1), metres(3.3)) === 2.2;
export const takesTheNearestGauge = nearest([low, high], 6)?.name === 'Oxbow';
