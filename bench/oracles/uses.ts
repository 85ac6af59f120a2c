import type { Certainty, ElementTable } from '../../core/contracts/linked.ts';
import { KIND } from '../../core/facts/fileFacts.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';

export type UseKind = 'call' | 'construct' | 'read' | 'write' | 'typeUse';

/** A use as the survey has it: what of, and how sure. */
export interface Use {
  kind: UseKind;
  to: number;
  certainty: Certainty;
}

/** A use as an oracle has it: the elements that the name may mean; none when it means something outside. */
export interface Meant {
  kind: UseKind;
  to: number[];
  name: string;
}

/** A share with its interval of 95 in 100. */
export interface Share {
  right: number;
  of: number;
}

export interface UseScore {
  code: string;
  oracle: string;
  exact: Share;
  inferred: Share;
  calls: Share;
  accesses: Share;
  /** Each of ours that is none, and each that is missing, with its place. */
  wrong: string[];
  missed: string[];
}

/**
 * Holds uses to an oracle, place by place. Scored are places that the oracle can say something of. A construction is right when
 * it leads to the type or to its constructor; of several candidates that are named as such, nothing is said.
 */
export function scoreUses(
  what: Pick<UseScore, 'code' | 'oracle'>,
  survey: SurveyedCodebase,
  ours: ReadonlyMap<string, readonly Use[]>,
  theirs: ReadonlyMap<string, Meant>,
): UseScore {
  const { elements } = survey;
  const score: UseScore = {
    ...what,
    exact: { right: 0, of: 0 },
    inferred: { right: 0, of: 0 },
    calls: { right: 0, of: 0 },
    accesses: { right: 0, of: 0 },
    wrong: [],
    missed: [],
  };
  for (const [place, uses] of ours) {
    const meant = theirs.get(place);
    if (!meant) continue;
    for (const { to, certainty, kind } of uses) {
      // A type that is named on the way to its member is found, but is no use of a value.
      if (certainty === 'ambiguous' || kind === 'typeUse') continue;
      const share = score[certainty];
      share.of++;
      const isRight = to >= elements.firstExternal ? meant.to.length === 0 : isMeant(elements, to, meant.to);
      if (isRight) share.right++;
      else
        score.wrong.push(
          `${certainty} ${kind} ${place} ${meant.name} → ${elements.key[to]}, not ${namesOf(survey, meant.to)}`,
        );
    }
  }
  for (const [place, { kind, to, name }] of theirs) {
    if (to.length === 0) continue;
    const isCall =
      (kind === 'call' || kind === 'construct') && to.some((e) => elements.kind[e] !== KIND.field);
    const share = isCall ? score.calls : score.accesses;
    share.of++;
    if ((ours.get(place) ?? []).some((use) => isMeant(elements, use.to, to))) share.right++;
    else score.missed.push(`${kind} ${place} ${name} → ${namesOf(survey, to)}`);
  }
  return score;
}

/** The element itself, or the type for its constructor or the other way round. */
export function isMeant({ parent }: ElementTable, to: number, meant: readonly number[]): boolean {
  return meant.some((e) => e === to || parent[e] === to || parent[to] === e);
}

/** Some of what is wrong and of what is missing, so many of each, from all over both. */
export function differencesOf({ wrong, missed }: UseScore, listed: number): string[] {
  return [
    ...evenly(wrong, listed).map((each) => `wrong: ${each}`),
    ...evenly(missed, listed).map((each) => `missed: ${each}`),
  ];
}

export function namesOf({ elements }: SurveyedCodebase, found: readonly number[]): string {
  return found.length === 0 ? 'anything here' : found.map((e) => elements.key[e]).join(' or ');
}

/** Some of a list, from all over it. */
function evenly(list: readonly string[], listed: number): string[] {
  const step = Math.max(1, list.length / listed);
  return Array.from({ length: Math.min(listed, list.length) }, (_, i) => list[Math.floor(i * step)]);
}

/** `0.9931 ± 0.0004`, by Wilson's interval (1927). */
export function shareInWords({ right, of }: Share): string {
  if (of === 0) return '–';
  const z = 1.96;
  const p = right / of;
  const half = (z * Math.sqrt((p * (1 - p)) / of + z ** 2 / (4 * of ** 2))) / (1 + z ** 2 / of);
  return `${p.toFixed(4)} ± ${half.toFixed(4)}`;
}
