/**
 * The published grammar rejects some forms that the compiler accepts. They are rewritten before parsing, character for
 * character, so that every offset still holds in the original text, from which all names are read.
 */
export function bridgeGrammarGaps(text: string, separatesSignatures: boolean): string {
  const plain = nameImportedTypes(blankStarType(blankVariance(bridgeReservedNames(text))));
  return separatesSignatures ? separateCallSignatures(plain) : plain;
}

const reserved =
  'break|case|catch|class|const|continue|debugger|delete|do|else|enum|export|extends|false|finally|for|function|if|' +
  'import|in|instanceof|new|null|return|super|switch|this|throw|true|try|typeof|var|void|while|with';
const reservedAlias = new RegExp(`(\\bas\\s+)(${reserved})(?=\\s*[,}])`, 'g');
const reservedName = new RegExp(`([{,]\\s*)(${reserved})(?=\\s+as\\b)`, 'g');

/** `export { nothing as null }`: inside these braces a reserved word is a name like any other. JavaScript has it too. */
export function bridgeReservedNames(text: string): string {
  return text.replace(/\b(?:export|import)(?:\s+type)?\s*\{[^{}]*\}/g, (clause) =>
    clause
      .replace(reservedAlias, (_match, before: string, name: string) => before + '_'.repeat(name.length))
      .replace(reservedName, (_match, before: string, name: string) => before + '_'.repeat(name.length)),
  );
}

const spaces = (text: string): string => text.replace(/\S/g, ' ');

/** `interface Box<in out T>`: variance modifiers say nothing that extraction uses, and become spaces. */
function blankVariance(text: string): string {
  if (!/(?:[<,]|\*\/)\s*(?:in|out)\s/.test(text)) return text;
  return text.replace(
    /([<,](?:\s|\/\*[^*]*(?:\*(?!\/)[^*]*)*\*\/)*)(in\s+out|in|out)(?=\s+[A-Za-z_$][\w$]*\s*(?:[,>=]|extends\b))/g,
    (_match, before: string, modifiers: string) => before + spaces(modifiers),
  );
}

/** `export type * from`: the `type` becomes spaces; that it stood there is read from the original. */
function blankStarType(text: string): string {
  return text.replace(/^(\s*export\s+)type(?=\s*\*)/gm, (_match, before: string) => `${before}    `);
}

/**
 * `import("./a").Box<T>`, which only a type can be: the call becomes a name of the same length, whose original text
 * says what it is.
 */
function nameImportedTypes(text: string): string {
  if (!text.includes('import(')) return text;
  return text.replace(/\bimport\((["'])[^"'\n]+\1\)(?=(?:\.[\w$]+)+<)/g, (call) => '_'.repeat(call.length));
}

/**
 * Two call signatures on following lines without a semicolon between them. To the compiler a line break ends the
 * first; the grammar takes the `<` of the second for type arguments. The blank after the first becomes a semicolon.
 */
function separateCallSignatures(text: string): string {
  const parts: string[] = [];
  let from = 0;
  for (const match of text.matchAll(/^[ \t]*<(?:[A-Za-z_$]|\s*$)/gm)) {
    const last = lastCodeBefore(text, match.index);
    if (last < 0 || !/[\w$)\]}"'>]/.test(text[last])) continue;
    if (text[last] === '>' && text[last - 1] === '=') continue;
    if (!/\s/.test(text[last + 1])) continue;
    parts.push(text.slice(from, last + 1), ';');
    from = last + 2;
  }
  return from === 0 ? text : parts.join('') + text.slice(from);
}

/** The last character before `offset` that is neither white space nor part of a comment; -1 when there is none. */
function lastCodeBefore(text: string, offset: number): number {
  let at = offset - 1;
  while (at >= 0) {
    if (/\s/.test(text[at])) {
      at--;
    } else if (text[at] === '/' && text[at - 1] === '*') {
      at = text.lastIndexOf('/*', at - 2) - 1;
    } else {
      const lineStart = text.lastIndexOf('\n', at) + 1;
      const comment = text.slice(lineStart, at + 1).search(/(?:^|\s)\/\//);
      if (comment < 0) return at;
      at = lineStart + comment - (comment === 0 ? 1 : 0);
    }
  }
  return -1;
}
