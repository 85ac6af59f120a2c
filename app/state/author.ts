const KEY = 'yletope-author';

/** Who writes notes and settles modules in this browser, as they said it last; '' for nobody. */
export function authorName(): string {
  return localStorage.getItem(KEY) ?? '';
}

export function keepAuthor(name: string): void {
  localStorage.setItem(KEY, name);
}
