import { expect, type Locator, type Page } from '@playwright/test';

/** One way to work the program: by the keys alone, or by the finger alone. */
export interface ByHand {
  readonly page: Page;
  press(what: Locator): Promise<void>;
  /** Writes into a field, in place of what is there, and leaves it. */
  write(field: Locator, text: string): Promise<void>;
  /** Leaves what opened over the page. */
  leave(): Promise<void>;
  /** Marks a point of a board that is drawn on, in its own units. */
  point(board: Locator, at: readonly [number, number]): Promise<void>;
  /** Picks from a list that opens. */
  pick(field: Locator, option: string | RegExp): Promise<void>;
}

/** Where the focus is as seen from `el`, and whether it is seen by its computed style; runs in the page. */
function focusFrom(el: Element) {
  const at = document.activeElement ?? document.body;
  const field = at.closest('.MuiInputBase-root');
  const border = field?.querySelector('fieldset');
  const ringed = (e: Element | null | undefined): boolean => {
    if (!e) return false;
    const s = getComputedStyle(e);
    return (s.outlineStyle !== 'none' && parseFloat(s.outlineWidth) >= 2) || s.boxShadow !== 'none';
  };
  const clear = (colour: string): boolean => /^(none|transparent|rgba\(.*, 0\))$/.test(colour);
  const drawnRing = (e: Element): boolean => {
    const s = getComputedStyle(e);
    return e.tagName === 'circle' && clear(s.fill) && !clear(s.stroke);
  };
  const row = el.closest('[role="gridcell"]')?.closest('[role="row"]');
  const inGrid = el.closest('[role="grid"]')?.contains(at) && at.matches('[role="row"]');
  return {
    there: (row ?? el) === at,
    amongItsOwn: Boolean(inGrid) || Boolean(el.closest('[role="menu"]')?.contains(at)),
    ahead: Boolean(el.compareDocumentPosition(at) & Node.DOCUMENT_POSITION_FOLLOWING),
    words: `${at.tagName.toLowerCase()} “${(at.getAttribute('aria-label') ?? at.textContent ?? '').trim().slice(0, 40)}”`,
    seen:
      at === document.body ||
      ringed(at) ||
      ringed(field) ||
      // What is drawn shows it by a ring that is drawn.
      (at instanceof SVGElement && [...at.querySelectorAll('*')].some((e) => drawnRing(e))) ||
      (border ? parseFloat(getComputedStyle(border).borderTopWidth) >= 2 : false),
  };
}

const MOST_STOPS = 500;

/** Tab, Enter, Space, arrows and letters; at each stop the focus has to be seen. */
export class ByKeys implements ByHand {
  readonly unseen = new Set<string>();
  constructor(readonly page: Page) {}

  /** Goes on with Tab, or back, until `what` has the focus; into a grid or a menu by its one stop, and in it by the arrows. */
  private async reach(what: Locator): Promise<void> {
    await expect(what).toBeVisible();
    const stops: string[] = [];
    for (let n = 0; n < MOST_STOPS; n++) {
      const at = await what.evaluate(focusFrom);
      stops.push(at.words);
      if (n > 0 && !at.seen) this.unseen.add(at.words);
      if (at.there) return;
      await this.page.keyboard.press(at.amongItsOwn ? 'ArrowDown' : at.ahead ? 'Shift+Tab' : 'Tab');
    }
    throw new Error(`${what.toString()} is not reached by Tab: ${stops.slice(-8).join(', ')}`);
  }

  async press(what: Locator): Promise<void> {
    await this.reach(what);
    const box = await what.evaluate((el) => el.matches('input[type="checkbox"], input[type="radio"]'));
    await this.page.keyboard.press(box ? 'Space' : 'Enter');
  }

  async leave(): Promise<void> {
    await this.page.keyboard.press('Escape');
  }

  /** The cross begins in the middle and stays where it was put last; a step is a pixel of the screen, with Shift twenty. */
  async point(board: Locator, at: readonly [number, number]): Promise<void> {
    await this.reach(board);
    const { cross, step } = await board.evaluate((el) => {
      const svg = el as unknown as SVGSVGElement;
      const { width, height } = svg.viewBox.baseVal;
      const drawn = /^M (\S+) (\S+) h (\S+)/.exec(
        svg.querySelector(':scope > path:last-of-type')?.getAttribute('d') ?? '',
      );
      const [x, y, h] = drawn ? drawn.slice(1).map(Number) : [width / 2, height / 2, 0];
      return { cross: [x! + h! / 2, y!] as const, step: width / svg.width.baseVal.value };
    });
    for (const [k, [back, on]] of (
      [
        ['ArrowLeft', 'ArrowRight'],
        ['ArrowUp', 'ArrowDown'],
      ] as const
    ).entries()) {
      const steps = Math.round((at[k]! - cross[k]!) / step);
      const key = steps < 0 ? back : on;
      for (let n = 0; n < Math.trunc(Math.abs(steps) / 20); n++) await this.page.keyboard.press(`Shift+${key}`);
      for (let n = 0; n < Math.abs(steps) % 20; n++) await this.page.keyboard.press(key);
    }
    await this.page.keyboard.press('Enter');
  }

  async write(field: Locator, text: string): Promise<void> {
    await this.reach(field);
    await this.page.keyboard.press('ControlOrMeta+a');
    await this.page.keyboard.type(text);
    await this.page.keyboard.press('Tab');
  }

  async pick(field: Locator, option: string | RegExp): Promise<void> {
    await this.reach(field);
    if (await field.evaluate((el) => el.tagName === 'SELECT')) {
      const labels = await field.locator('option').allTextContents();
      const at = labels.findIndex((l) => (typeof option === 'string' ? l === option : option.test(l)));
      // Opened first: on a closed list each arrow would choose at once.
      await this.page.keyboard.press('Space');
      await this.page.keyboard.press('Home');
      for (let n = 0; n < at; n++) await this.page.keyboard.press('ArrowDown');
      await this.page.keyboard.press('Enter');
      return;
    }
    await this.page.keyboard.press('Enter');
    const wanted = this.page.getByRole(
      'option',
      typeof option === 'string' ? { name: option, exact: true } : { name: option },
    );
    await expect(wanted.first()).toBeVisible();
    for (let n = 0; n < 80; n++) {
      if (await wanted.first().evaluate((el) => el === document.activeElement)) break;
      await this.page.keyboard.press('ArrowDown');
    }
    await this.page.keyboard.press('Enter');
  }
}

/** Taps; what is tapped has to lie in the page without scrolling it sideways. */
export class ByFinger implements ByHand {
  constructor(readonly page: Page) {}

  async press(what: Locator): Promise<void> {
    await what.tap();
  }

  async point(board: Locator, at: readonly [number, number]): Promise<void> {
    const box = (await board.boundingBox())!;
    const size = await board.evaluate((el) => {
      const { width, height } = (el as unknown as SVGSVGElement).viewBox.baseVal;
      return [width, height] as const;
    });
    await board.tap({ position: { x: (at[0] / size[0]) * box.width, y: (at[1] / size[1]) * box.height } });
  }

  async leave(): Promise<void> {
    await this.page.touchscreen.tap(4, 4);
  }

  async write(field: Locator, text: string): Promise<void> {
    await field.tap();
    await field.fill(text);
    await field.blur();
  }

  async pick(field: Locator, option: string | RegExp): Promise<void> {
    if (await field.evaluate((el) => el.tagName === 'SELECT')) {
      const labels = await field.locator('option').allTextContents();
      await field.selectOption({
        label: labels.find((l) => (typeof option === 'string' ? l === option : option.test(l)))!,
      });
      return;
    }
    await field.tap();
    await this.page
      .getByRole('option', typeof option === 'string' ? { name: option, exact: true } : { name: option })
      .first()
      .tap();
  }
}
