import { unwrap } from '@kernel';
import { atLeast, notEmpty, validate } from '@kernel/validation';
import { load } from '../../manifests/cargo';
import { clash, needsPilot } from '../../manifests/dangerous';
import type { Manifest } from '../../manifests/manifest';
import { seal, type Seal } from '../../manifests/seals';
import type { Consignment } from '../../manifests/weights';
import type { Vessel } from '../../fleet/vessel';

export function submitManifest(manifest: Manifest, vessel: Vessel, lines: Consignment[]): Seal {
  const loaded = lines.reduce((open, line) => {
    unwrap(validate(line.goods, [notEmpty('the kind of goods')]));
    unwrap(validate(line.weight as number, [atLeast('the weight', 0.1)]));
    return unwrap(load(open, vessel, line));
  }, manifest);
  const pair = clash(loaded);
  if (pair) throw new Error(`${pair[0]} may not lie beside ${pair[1]}`);
  if (needsPilot(loaded)) throw new Error('book a pilot first');
  return seal(loaded);
}
