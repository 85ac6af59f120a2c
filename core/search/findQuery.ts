import {
  declarationForms,
  elementKinds,
  type DeclarationForm,
  type ElementKind,
} from '../facts/fileFacts.ts';

/** What is typed into the finder, taken apart. */
export interface FindQuery {
  /** What names must answer; empty for all. */
  pattern: string;
  /** Kinds that are wanted; empty for any. */
  kinds: ElementKind[];
  /** Forms that are wanted; empty for any. */
  forms: DeclarationForm[];
  /** Parts of paths that what is found must stand in. */
  within: string[];
  /** Parts of paths that it must not stand in. */
  outside: string[];
  /** Refinements that mean nothing, as they were typed. */
  unknown: string[];
}

/** Plural and singular of each word for a kind or form. */
const words = new Map<string, { kind: ElementKind } | { form: DeclarationForm }>();
for (const form of declarationForms) for (const word of [form, plural(form)]) words.set(word, { form });
for (const kind of elementKinds) for (const word of [kind, plural(kind)]) words.set(word, { kind });

function plural(word: string): string {
  if (word.endsWith('y')) return `${word.slice(0, -1)}ies`;
  return /(s|x|ch)$/.test(word) ? `${word}es` : `${word}s`;
}

/**
 * Takes apart `berth*, routines, in src/berths, not in tests`: first what names must answer, then, each after a comma,
 * a kind, `in` a folder, or `not in` one. A refinement may come first when it needs no name: `classes, in src/tolls`.
 */
export function parseFindQuery(typed: string): FindQuery {
  const query: FindQuery = { pattern: '', kinds: [], forms: [], within: [], outside: [], unknown: [] };
  typed.split(',').forEach((part, index) => {
    const text = part.trim();
    if (text === '') return;
    const isRefinement = index > 0 || typed.includes(',');
    if (isRefinement && refine(query, text)) return;
    if (query.pattern === '' && index === 0) query.pattern = text;
    else query.unknown.push(text);
  });
  return query;
}

function refine(query: FindQuery, text: string): boolean {
  const place = /^(not\s+)?in\s+(\S.*)$/i.exec(text);
  if (place) {
    (place[1] === undefined ? query.within : query.outside).push(place[2].toLowerCase());
    return true;
  }
  const meant = words.get(text.toLowerCase());
  if (!meant) return false;
  if ('kind' in meant) query.kinds.push(meant.kind);
  else query.forms.push(meant.form);
  return true;
}
