import { EXPRESSION } from '../../facts/fileFacts.ts';
import type { ExpressionPool } from '../reading/expressionPool.ts';

/** Types that are what they are applied to. */
export const wrappers = new Set([
  'Optional',
  'Final',
  'ClassVar',
  'Annotated',
  'Required',
  'NotRequired',
  'ReadOnly',
]);

/** An annotation in quotes that is longer is given up. */
const LONGEST = 300;

/** States how an annotation in quotes is to be resolved, which names what is declared later; 0 for what has no single name. */
export function quotedType(
  expressions: ExpressionPool,
  quoted: string,
  named: (name: string) => number,
): number {
  const text = withoutQuotes(quoted);
  if (text.length > LONGEST) return 0;
  const stated = topParts(text, '|').filter((part) => part !== 'None');
  if (stated.length > 1) return expressions.union(stated.map((part) => quotedType(expressions, part, named)));
  const match = /^([\w.]+)(?:\[(.*)\])?$/s.exec(stated[0] ?? '');
  if (!match) return 0;
  const [, dotted, inBrackets] = match;
  const [first, ...rest] = dotted.split('.');
  const base = rest.reduce(
    (object, name) => expressions.add(EXPRESSION.member, object, expressions.name(name)),
    named(first),
  );
  if (inBrackets === undefined) return base;
  const cells = topParts(inBrackets, ',').map((part) => quotedType(expressions, part, named));
  const name = rest.at(-1) ?? first;
  if (wrappers.has(name)) return cells.find((type) => type > 0) ?? 0;
  if (name === 'Union') return expressions.union(cells);
  return expressions.add(EXPRESSION.generic, base, expressions.list(cells));
}

/** The dotted names in an annotation in quotes, in their order. */
export function namesQuoted(quoted: string): string[] {
  const text = withoutQuotes(quoted).replace(/\bLiteral\s*\[[^\]]*\]/g, '');
  return text.length > LONGEST || !/^[\w.\s,|[\]'"]*$/.test(text)
    ? []
    : (text.match(/[A-Za-z_][\w.]*/g) ?? []);
}

function withoutQuotes(text: string): string {
  return text
    .trim()
    .replace(/^(\w?)(['"]{1,3})(.*)\2$/s, '$3')
    .trim();
}

/** Parts of a text between signs that stand outside of brackets. */
function topParts(text: string, sign: string): string[] {
  const parts: string[] = [];
  let depth = 0;
  let begin = 0;
  for (let i = 0; i < text.length; i++) {
    if (text[i] === '[') depth++;
    else if (text[i] === ']') depth--;
    else if (text[i] === sign && depth === 0) {
      parts.push(text.slice(begin, i));
      begin = i + 1;
    }
  }
  return [...parts, text.slice(begin)].map((part) => part.trim());
}
