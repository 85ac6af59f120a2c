/** A measure as it is called within a sentence: `code lines`, `cyclomatic complexity`, `LCOM4`. */
export function measureInSentence({ name, unit }: { name: string; unit: string }): string {
  const isAbbreviation = /^\p{Lu}{2}/u.test(name);
  const words = isAbbreviation ? name : name.charAt(0).toLowerCase() + name.slice(1);
  return unit === 'lines' && !words.includes('line') ? `${words} lines` : words;
}
