import { lazy, Suspense, type ComponentType, type ReactNode } from 'react';
import { counted } from '../state/ownFetch.ts';

/** A component whose code is loaded when it is first shown; until it is there, what `meanwhile` gives stands in its place. */
export function onDemand<P extends object>(
  load: () => Promise<ComponentType<P>>,
  meanwhile: (props: P) => ReactNode = () => null,
): (props: P) => ReactNode {
  const Loaded = lazy(async () => ({ default: await counted(load()) })) as unknown as ComponentType<P>;
  return function OnDemand(props: P) {
    return (
      <Suspense fallback={meanwhile(props)}>
        <Loaded {...props} />
      </Suspense>
    );
  };
}
