import { FORM, KIND } from '../facts/fileFacts.ts';
import { languageNamed } from '../languages/registry.ts';
import { packagesOfFiles } from '../link/filePackages.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { arrange, type Arrangement, type GroupTree } from './arrangement.ts';

/**
 * Packages and namespaces as groups: what a file says it belongs to, or its language derives from where it lies, and
 * the namespaces declared in it. A file over several namespaces belongs to the one that holds most of its code; the
 * types of the others stand in theirs.
 */
export function byPackages(survey: SurveyedCodebase): Arrangement {
  const { elements, files, figures } = survey;
  const ofFile = packagesOfFiles(files, languageNamed);
  return arrange('packages', elements, (tree) => {
    for (const [index, { element }] of files.entries()) {
      const said = ofFile(index);
      const share = new Map<string, number>();
      const namespaceOf = new Map<number, string>();
      for (let e = element + 1; e < elements.subtreeEnd[element]; e++) {
        const parent = elements.parent[e];
        const around = parent === element ? (said ?? '') : namespaceOf.get(parent);
        if (around === undefined) continue;
        if (elements.kind[e] === KIND.type && elements.form[e] === FORM.namespace) {
          const name = around === '' ? elements.name[e] : `${around}.${elements.name[e]}`;
          namespaceOf.set(e, name);
          tree.assign(e, packageGroup(tree, name));
        } else share.set(around, (share.get(around) ?? 0) + 1 + figures.codeLines[e]);
      }
      const [largest] = [...share].filter(([name]) => name !== '').sort(([, a], [, b]) => b - a);
      const own = said ?? largest?.[0];
      if (own !== undefined && own !== '') tree.assign(element, packageGroup(tree, own));
    }
  });
}

/** The group of a name with dots, below those of its first parts. */
function packageGroup(tree: GroupTree, name: string): number {
  const dot = name.lastIndexOf('.');
  if (dot < 0) return tree.group(name, name, '');
  packageGroup(tree, name.slice(0, dot));
  return tree.group(name, name.slice(dot + 1), name.slice(0, dot));
}
