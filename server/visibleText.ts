/**
 * Characters that do something instead of being seen: control characters (by which terminals are steered), what turns the direction of
 * writing round, separators of lines, and what has no width.
 */
// eslint-disable-next-line no-control-regex -- these are what is looked for
const hidden = /[\u0000-\u001F\u007F-\u009F\u00AD\u061C\u200B-\u200F\u2028-\u202E\u2060-\u206F\uFEFF]/g;

const short: Record<string, string> = { '\n': '\\n', '\r': '\\r', '\t': '\\t' };

/** A text of a codebase on one line, with what would not be seen written out: for labels, lines and messages. */
export function visibleText(text: string): string {
  return text.replace(hidden, (sign) => short[sign] ?? `\\u{${sign.codePointAt(0)!.toString(16)}}`);
}

/** JSON in which such characters are escaped, so that it says the same and does nothing where it is shown. */
export function jsonText(value: unknown, indent?: number): string {
  return escapedJson(JSON.stringify(value, null, indent));
}

/** The same of what is JSON already. */
export function escapedJson(json: string): string {
  // Line feeds are those between the values: within them they were escaped before.
  return json.replace(hidden, (sign) =>
    sign === '\n' ? sign : `\\u${sign.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
}
