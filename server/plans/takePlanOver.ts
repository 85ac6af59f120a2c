import { isDeepStrictEqual } from 'node:util';
import type { ModulePlan } from '../../core/plan/modulePlan.ts';
import type { Store } from '../store/database.ts';
import { makePlan, modulePlan, modulePlans } from '../store/modulePlans.ts';

/** Makes a plan of what a file of rules brings, unless the codebase has it already. */
export function takePlanOver(store: Store, codebaseId: number, plan: ModulePlan): void {
  const isKnown = modulePlans(store, codebaseId).some(({ id }) =>
    isDeepStrictEqual(modulePlan(store, codebaseId, id), plan),
  );
  if (!isKnown) makePlan(store, codebaseId, 'yletope.yaml', plan);
}
