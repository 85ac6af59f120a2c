import { glossary } from '../app/frame/glossary.ts';

/** docs/glossary.md. */
export function glossaryPage(): string {
  const lines = glossary.map(([word, meaning]) => `- **${word}**: ${meaning}`);
  return `# Glossary\n\nThe same list as in \`?\` of the application.\n\n${lines.join('\n')}\n`;
}
