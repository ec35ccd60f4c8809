import { fieldWords } from '@sable/core/model';
import { useEffect } from 'react';
import { useSearchParams } from 'react-router';

/** The path of the screen on which a figure is entered, opened at its field; undefined where no screen names it. */
export function fieldPath(pointer: string, buildId: string, letter: string): string | undefined {
  const words = fieldWords(pointer);
  if (!words) return undefined;
  const field = `field=${encodeURIComponent(pointer)}`;
  if (words.screen !== 'library') return `/builds/${buildId}/${words.screen}?c=${letter.toLowerCase()}&${field}`;
  const [, kind, id] = pointer.split('/');
  return `/library/${kind}/${id}/edit?${field}`;
}

/** The address of the field that the page was opened for. */
export function useWantedField(): string | undefined {
  return useSearchParams()[0].get('field') ?? undefined;
}

/** The field of an address, or of the nearest thing that holds it. */
function fieldAt(pointer: string, exact: boolean): HTMLElement | undefined {
  for (let at = pointer; at !== ''; at = at.slice(0, at.lastIndexOf('/'))) {
    const found = document.querySelector<HTMLElement>(`[data-pointer="${CSS.escape(at)}"]`);
    if (found || exact) return found ?? undefined;
  }
  return undefined;
}

const LOOK_EVERY_MS = 60;
const LOOKS = 20;

/** Brings the field that the page was opened for into view and puts the cursor in it, once it is there. */
export function useFieldFocus(root = ''): void {
  const wanted = useWantedField();
  useEffect(() => {
    if (wanted === undefined) return;
    const pointer = wanted.startsWith(root) ? wanted.slice(root.length) : wanted;
    let looks = 0;
    const timer = setInterval(() => {
      const last = ++looks >= LOOKS;
      const field = fieldAt(pointer, !last);
      if (!field && !last) return;
      clearInterval(timer);
      field?.scrollIntoView({ block: 'center' });
      field?.querySelector<HTMLElement>('input, textarea, [role="combobox"]')?.focus();
    }, LOOK_EVERY_MS);
    return () => clearInterval(timer);
  }, [wanted, root]);
}
