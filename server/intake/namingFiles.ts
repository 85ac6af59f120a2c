import {
  configuration,
  MAX_CONFIGURATION_BYTES,
  mayNameCode,
} from '../../core/languages/configuration/index.ts';
import { mayMentionCode, unreadText } from '../../core/languages/configuration/unreadText.ts';
import type { LanguageDefinition } from '../../core/contracts/language.ts';
import { languageOf } from '../../core/languages/registry.ts';
import type { LeftOut } from './reasons.ts';

/** What is known of a file by its name alone. */
interface Named {
  path: string;
  /** Bytes. */
  size: number;
  /** Why it is left out; undefined where a project file is none of what is left out. */
  leftOut: LeftOut | undefined;
}

/** The largest file of which the words are read, in bytes. */
const MAX_MENTIONING_BYTES = 1024 * 1024;

/**
 * As what a file that is no code to the survey is read for the code that it names; null where it is not. What was built from code that is
 * read names all of it and says nothing.
 */
export function namingLanguage({ path, size, leftOut }: Named): LanguageDefinition | null {
  const isUnknown = leftOut === undefined || leftOut.reason === 'unknownLanguage';
  if (isUnknown && mayNameCode(path)) return size <= MAX_CONFIGURATION_BYTES ? configuration : null;
  if (leftOut === undefined || size > MAX_MENTIONING_BYTES) return null;
  if (isUnknown) return mayMentionCode(path) ? unreadText : null;
  const isCopy = /^(it is compiled from|most of the code in)/.test(leftOut.detail ?? '');
  const isCode = languageOf(path) !== null || mayMentionCode(path);
  return leftOut.reason === 'generated' && isCode && !isCopy ? unreadText : null;
}
