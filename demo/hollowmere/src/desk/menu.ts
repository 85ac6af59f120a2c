import { ArrivalsScreen } from './screens/arrivals';
import { DeparturesScreen } from './screens/departures';
import { TollCounterScreen } from './screens/tollCounter';
import type { Screen } from './screen';
import { signIn } from './session';

const screens = new Map<string, () => Screen>([
  ['a', () => new ArrivalsScreen()],
  ['d', () => new DeparturesScreen()],
  ['t', () => new TollCounterScreen()],
]);

export function choose(key: string, operator: string): string {
  signIn(operator);
  const screen = screens.get(key)?.();
  return screen ? screen.render() : 'no such screen';
}
