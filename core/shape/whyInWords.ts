import type { TogetherReason } from './keptTogether.ts';
import type { Why } from './placedFigures.ts';
import type { SurveyedCodebase } from '../survey.ts';

const keptWords: Record<TogetherReason, string> = {
  header: 'header or source of',
  part: 'part of a type of',
  test: 'test of',
  generated: 'generated beside',
};

/** Why a file stands in its module, in one line: “11 of 14 links inside, 5 of them calls; 3 to ledger”. */
export function whyInWords(
  { linked, inside, calls, next, hub, starts, keptWith }: Why,
  { modules }: { modules: readonly { name: string }[] },
  files: SurveyedCodebase['files'],
): string {
  const parts: string[] = [];
  if (hub !== null) parts.push(`a hub that ${hub} files use`);
  if (starts !== null) parts.push(`starts ${starts} files; nothing uses it`);
  if (keptWith) parts.push(`${keptWords[keptWith.reason]} ${files[keptWith.file].path}`);
  const called = calls === 0 ? '' : calls === 1 ? ', 1 of them a call' : `, ${calls} of them calls`;
  if (linked > 0) parts.push(`${inside} of ${linked} ${linked === 1 ? 'link' : 'links'} inside${called}`);
  if (next) {
    const { name } = modules[next.module];
    // What pulls without a link of its own uses the same, or is used by the same.
    parts.push(next.linked > 0 ? `${next.linked} to ${name}` : `shares neighbours with ${name}`);
  }
  return parts.length === 0 ? 'by names or folders only' : parts.join('; ');
}
