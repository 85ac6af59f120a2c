import type { TogetherReason } from './keptTogether.ts';
import type { Why } from './placedFigures.ts';
import type { SurveyedCodebase } from '../survey.ts';

const keptWords: Record<TogetherReason, string> = {
  header: 'header or source of',
  part: 'part of a type of',
  test: 'test of',
  generated: 'generated beside',
};

/** Why a file stands in its module, in one line: “11 of 14 links, 5 of them calls; also pulled by ledger, 3”. */
export function whyInWords(
  { linked, inside, calls, next, hub, starts, keptWith }: Why,
  { modules }: { modules: readonly { name: string }[] },
  files: SurveyedCodebase['files'],
): string {
  const parts: string[] = [];
  if (hub !== null) parts.push(`a hub that ${hub} files use`);
  if (starts !== null) parts.push(`starts ${starts} files, and nobody uses it`);
  if (keptWith) parts.push(`${keptWords[keptWith.reason]} ${files[keptWith.file].path}`);
  const called = calls === 0 ? '' : calls === 1 ? ', 1 of them a call' : `, ${calls} of them calls`;
  if (linked > 0) parts.push(`${inside} of ${linked} ${linked === 1 ? 'link' : 'links'}${called}`);
  if (next) {
    const { name } = modules[next.module];
    // What pulls without a link of its own uses the same, or is used by the same.
    parts.push(
      next.linked > 0 ? `also pulled by ${name}, ${next.linked}` : `also near ${name} by what both use`,
    );
  }
  return parts.length === 0 ? 'by names or folders alone' : parts.join('; ');
}
