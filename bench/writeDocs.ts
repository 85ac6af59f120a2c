import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { installationRoot } from '../server/installation.ts';
import { measuresPage } from './measuresPage.ts';

writeFileSync(join(installationRoot, 'docs', 'measures.md'), measuresPage());
