import type { ViewDescriptor } from './frame/viewDescriptor.ts';
import { around } from './views/around/descriptor.ts';
import { completeness } from './views/completeness/descriptor.ts';
import { build } from './views/declared/descriptor.ts';
import { compare } from './views/compare/descriptor.ts';
import { cycles } from './views/cycles/descriptor.ts';
import { document } from './views/document/descriptor.ts';
import { graph } from './views/graph/descriptor.ts';
import { intake } from './views/intake/descriptor.ts';
import { matrix } from './views/matrix/descriptor.ts';
import { measures } from './views/measures/descriptor.ts';
import { modules } from './views/modules/descriptor.ts';
import { notes } from './views/notes/descriptor.ts';
import { overview } from './views/overview/descriptor.ts';
import { progress } from './views/progress/descriptor.ts';
import { rules } from './views/rules/descriptor.ts';
import { saved } from './views/saved/descriptor.ts';
import { source } from './views/source/descriptor.ts';
import { strays } from './views/strays/descriptor.ts';
import { text } from './views/text/descriptor.ts';
import { types } from './views/types/descriptor.ts';
import { unused } from './views/unused/descriptor.ts';

/** Every view. The order is that of the rail within its groups, and of the verbs in menus. */
export const allViews: readonly ViewDescriptor[] = [
  source,
  overview,
  intake,
  completeness,
  text,
  measures,
  matrix,
  graph,
  types,
  around,
  cycles,
  rules,
  build,
  unused,
  modules,
  strays,
  compare,
  notes,
  saved,
  document,
  progress,
];
