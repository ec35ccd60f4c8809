import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Page } from '@playwright/test';

const WORDS = JSON.parse(readFileSync(path.join(import.meta.dirname, '../core/test/words.json'), 'utf8')) as Record<
  'plain' | 'standard' | 'banned',
  readonly string[]
>;

/**
 * Run in the page: what it shows, says to whoever hears it or holds in its fields that is a word of programs and none of the
 * trade (“NaN”, “undefined”, “[object Object]”, a name such as `engineTopMm` or `engine_top`), or a banned word of the list;
 * each with what stands around it. What people wrote themselves is theirs: the values of fields, and what is quoted.
 */
function readIn({ banned, allowed }: { banned: string; allowed: string }) {
  const said = new Set<string>([document.title]);
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode())
    if (node.parentElement && !/^(SCRIPT|STYLE|TEXTAREA)$/.test(node.parentElement.tagName))
      said.add((node.textContent ?? '').replaceAll(/\s+/g, ' ').trim());
  for (const e of document.querySelectorAll('[aria-label], [title], [placeholder], [alt]'))
    for (const name of ['aria-label', 'title', 'placeholder', 'alt']) said.add((e.getAttribute(name) ?? '').trim());
  const typed = [...document.querySelectorAll('input:not([aria-hidden="true"]), textarea')].map(
    (e) => (e as HTMLInputElement).value,
  );
  said.delete('');
  const word = /\b(?:NaN|undefined|null|Infinity|[a-z]{2,}[A-Z][a-zA-Z]+|[a-z]{2,}_[a-z_]{2,})\b|\[object/g;
  const never = new RegExp(banned, 'gi');
  const plain = new RegExp(allowed, 'gi');
  const around = (text: string, at: number) => text.slice(Math.max(0, at - 40), at + 60);
  const found = [...said, ...typed].flatMap((text) => [...text.matchAll(word)].map((m) => around(text, m.index)));
  for (const text of said) {
    const own = text.replaceAll(/“[^”]*”/g, ' ').replaceAll(plain, ' ');
    for (const m of own.matchAll(never)) found.push(`${m[0]}: ${around(own, m.index)}`);
  }
  return { found, texts: [...said] };
}

const whole = (words: readonly string[]) => String.raw`(?<![\w-])(?:${words.join('|')})(?![\w-])`;
const RULES = {
  banned: whole(WORDS.banned),
  allowed: whole([...WORDS.plain, ...WORDS.standard].map((w) => `${w}s?`)),
};

const read = new Set<string>();
/** How many different texts were read so far in this worker. */
export const textsRead = (): number => read.size;

/** Words that no reader of the page should meet; none where all is well. */
export async function badWords(page: Page): Promise<string[]> {
  const { found, texts } = await page.evaluate(readIn, RULES);
  for (const text of texts) read.add(text);
  return found;
}
