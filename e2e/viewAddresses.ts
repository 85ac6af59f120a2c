import { allViews } from '../app/views.ts';

/** What views must be told beside their path to show something of the demo. */
const told: Record<string, string> = {
  graph: '?in=src',
  around: '?focus=src%2Ftolls%2Ftariff.ts',
  source: '?file=src/tolls/tariff.ts',
  document: '?file=docs/tolls.md',
  text: '?q=toll',
  types: '?of=folder&in=src/desk',
};

/** An address of each view at which it shows something of the demo. */
export const viewAddresses: readonly string[] = allViews.map(({ path }) => path + (told[path] ?? ''));
