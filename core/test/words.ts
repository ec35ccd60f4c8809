import { readFileSync } from 'node:fs';
import path from 'node:path';

interface Words {
  /** The program’s own nouns, which stay whatever a table of words says. */
  readonly own: readonly string[];
  /** Plain words of the trade that hold a banned one. */
  readonly plain: readonly string[];
  /** Words that no screen, finding, error or file says; patterns of whole words, any case. */
  readonly banned: readonly string[];
  /** Terms of standards that hold a banned one. */
  readonly standard: readonly string[];
  /** Ids of choices as they are kept: `choiceWords` shows each by another name. */
  readonly kept: readonly string[];
}

export const WORDS = JSON.parse(readFileSync(path.join(import.meta.dirname, 'words.json'), 'utf8')) as Words;

const whole = (words: readonly string[]) => new RegExp(String.raw`(?<![\w-])(?:${words.join('|')})(?![\w-])`, 'gi');
const BANNED = whole(WORDS.banned);
const ALLOWED = whole([...WORDS.plain, ...WORDS.standard].map((w) => `${w}s?`));

/** The banned words in a text that a user reads. */
export const bannedIn = (text: string): string[] => text.replaceAll(ALLOWED, ' ').match(BANNED) ?? [];
