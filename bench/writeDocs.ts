import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { installationRoot } from '../server/installation.ts';
import { rulesSchemaText } from '../server/views/rules/readRules.ts';
import { glossaryPage } from './glossaryPage.ts';
import { measuresPage } from './measuresPage.ts';

writeFileSync(join(installationRoot, 'docs', 'measures.md'), measuresPage());
writeFileSync(join(installationRoot, 'docs', 'glossary.md'), glossaryPage());
writeFileSync(join(installationRoot, 'docs', 'yletope.schema.json'), rulesSchemaText());
