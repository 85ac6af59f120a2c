import { lookedAt } from '../store/lookedAt.ts';
import { completenessItems } from '../store/surveys.ts';
import { sections, type Section } from '../survey/completeness.ts';
import type { Store } from '../store/database.ts';

/** How many things that a survey found missing or doubled nobody has looked at yet, by section. */
export type News = Record<Section, number> & { total: number };

export function newsOf({ store }: { store: Store }, codebaseId: number, surveyId: number): News {
  const seen = lookedAt(store, codebaseId);
  const news = Object.fromEntries([...sections, 'total'].map((section) => [section, 0])) as News;
  for (const item of completenessItems(store, surveyId)) {
    if (seen.has(item)) continue;
    news[item.slice(0, item.indexOf(' ')) as Section]++;
    news.total++;
  }
  return news;
}
