/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { formatNumber, wordSentence } from '@sable/core/units';
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { library, tug } from '../../../../core/test/demo.ts';
import { draw, openJudged } from '../../testing/inBuild.tsx';

// What measures panes is the browser’s business.
globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
} as never;
const { GapList } = await import('./GapList.tsx');
const { FitAnswer } = await import('./FitAnswer.tsx');
const { FIRST_SHIM, ShimChoice, nextShim } = await import('./ShimChoice.tsx');
const { LiveFit } = await import('./live.ts');

afterEach(cleanup);
beforeEach(() => openJudged(tug, 'b'));
const METRIC = { system: 'metric' } as const;
const US = { system: 'us' } as const;
const held = (id = 'b') =>
  LiveFit.of(
    tug,
    tug.candidates.find((c) => c.id === id)!,
    library,
  )!;

describe('the answer of the fit', () => {
  const say = () => screen.getByRole('heading', { level: 2 }).textContent;
  test('names what is tightest, and changes as it is moved', () => {
    const live = held();
    draw(<FitAnswer live={live} />);
    const [tightest] = live.now().gaps;
    expect(say()).toContain(tightest!.obstacle.name);
    const lower = { ...live.now().placement, zMm: live.now().placement.zMm - 400 };
    act(() => live.put(lower));
    expect(say()).toContain(live.now().gaps[0]!.obstacle.name);
    expect(say()).toMatch(/hits/);
    expect(document.body.textContent).toMatch(/Additional clearance required: [\d.,]+ mm\./);
    act(() => live.put({ ...lower, zMm: 9000 }));
    expect(document.body.textContent).not.toMatch(/hits|needs/);
  });
  test('at the flywheel and a gearbox that nobody drew it says that, whatever is clear', () => {
    const c = tug.candidates.find((x) => x.letter === 'C')!;
    const undrawn = {
      ...library,
      engines: library.engines.map((e) => (e.id === c.engineId ? { ...e, solids: [], slots: [], bosses: [] } : e)),
      gearboxes: library.gearboxes.map((g) => (g.id === c.gearboxId ? { ...g, solids: [] } : g)),
    };
    draw(<FitAnswer live={LiveFit.of(tug, c, undrawn)!} />);
    expect(say()).toMatch(/Unknown: the V6 2.7 is not drawn, and 1 more$/);
    expect(document.body.textContent).not.toMatch(/clear|comes near|NaN|undefined/);
  });
  test('with only the gearbox not drawn, what is there is told below as that', () => {
    const c = tug.candidates.find((x) => x.letter === 'C')!;
    const undrawn = {
      ...library,
      gearboxes: library.gearboxes.map((g) => (g.id === c.gearboxId ? { ...g, solids: [] } : g)),
    };
    draw(<FitAnswer live={LiveFit.of(tug, c, undrawn)!} />);
    expect(say()).toMatch(/Unknown: the Corran six is not drawn$/);
    expect(document.body.textContent).toMatch(
      /Not checked: the Corran six is not drawn\. With the available data: .+ clearance margin/,
    );
  });
  test('of one that nobody has placed it says that, and tells no gap', () => {
    const b = tug.candidates.find((x) => x.letter === 'B')!;
    draw(<FitAnswer live={LiveFit.of(tug, { ...b, unplaced: true }, library)!} />);
    expect(say()).toMatch(/Not placed yet/);
    expect(document.body.textContent).not.toMatch(/hits|clears| mm/);
  });
  test('is in the reader’s units', () => {
    draw(<FitAnswer live={held()} />, 'us');
    expect(document.body.textContent).toMatch(/ in\b/);
    expect(document.body.textContent).not.toMatch(/ mm\b/);
  });
});

describe('the list of gaps', () => {
  const rows = () => screen.getAllByRole('row');
  test('six, the tightest first, each with what is there and what is needed', () => {
    const live = held();
    draw(<GapList live={live} hot={undefined} onHot={() => undefined} />);
    expect(rows()).toHaveLength(6);
    rows().forEach((row, i) => {
      const g = live.now().gaps[i]!;
      expect(within(row).getByRole('button').textContent).toBe(`${g.part.name}, ${g.obstacle.name}`);
      const figures = within(row).getAllByRole('cell').at(-1)!.textContent;
      expect(figures).toBe(
        `${formatNumber(g.gapMm, 'lengthMm', METRIC)} of ${formatNumber(g.needed.totalMm, 'lengthMm', METRIC)}`,
      );
    });
  });
  test('what is needed is what it is made of', () => {
    for (const g of held().now().gaps)
      expect(g.needed.baseMm + g.needed.movementMm + g.needed.toleranceMm).toBeCloseTo(g.needed.totalMm, 9);
  });
  test('one that is pointed at is told though it is not among the tightest', () => {
    const live = held();
    const far = live.now().gaps.at(-1)!;
    draw(<GapList live={live} hot={far.obstacle.id} onHot={() => undefined} />);
    expect(rows()).toHaveLength(7);
    const open = screen.getByRole('button', { expanded: true });
    expect(open.textContent).toContain(far.obstacle.name);
    expect(wordSentence(open.closest('th')!.textContent, METRIC)).toMatch(/base \(.+\)/);
  });
  test('by keys as by the hand: what comes under it is told to the views', () => {
    const onHot = jest.fn();
    const live = held();
    draw(<GapList live={live} hot={undefined} onHot={onHot} />);
    const [first] = screen.getAllByRole('button');
    fireEvent.focus(first!);
    fireEvent.blur(first!);
    fireEvent.pointerEnter(rows()[1]!);
    fireEvent.pointerLeave(rows()[1]!);
    const [a, b] = live.now().gaps;
    expect(onHot.mock.calls).toEqual([[a!.obstacle.id], [undefined], [b!.obstacle.id], [undefined]]);
  });
});

describe('the shim in hand', () => {
  const choose = (shim: number, system: 'metric' | 'us' = 'metric') => {
    const onShim = jest.fn();
    draw(<ShimChoice shim={shim} onShim={onShim} />, system);
    return { onShim, box: screen.getByRole<HTMLInputElement>('textbox') };
  };
  const type = (box: HTMLElement, text: string) => {
    fireEvent.change(box, { target: { value: text } });
    fireEvent.blur(box);
  };
  test('stands in the reader’s units', () => {
    expect(choose(2).box.value).toBe('2');
    cleanup();
    expect(choose(0.5).box.value).toBe('0.5');
    cleanup();
    expect(choose(2, 'us').box.value).toBe(formatNumber(2, 'lengthMm', US, { digits: 3 }));
  });
  test.each([
    ['3', 'metric', 3],
    ['0,5', 'metric', 0.5],
    ['1/8 in', 'metric', 3.175],
    ['1/8', 'us', 3.175],
  ] as const)('“%s” in %s is %d mm', (text, system, mm) => {
    const { onShim, box } = choose(2, system);
    type(box, text);
    expect(onShim.mock.calls[0]![0]).toBeCloseTo(mm, 9);
  });
  test.each(['', 'thin', '0', '-2', '900'])('“%s” is no shim: told, and what was in hand stays', (text) => {
    const { onShim, box } = choose(2);
    type(box, text);
    expect(onShim).not.toHaveBeenCalled();
    expect(box.value).toBe(text);
    expect(box.getAttribute('aria-invalid')).toBe('true');
    fireEvent.keyDown(box, { key: 'Escape' });
    expect(box.value).toBe('2');
  });
  test('thicker and thinner go through the set and stay at its ends', () => {
    expect(nextShim(FIRST_SHIM, 1)).toBeGreaterThan(FIRST_SHIM);
    expect(nextShim(FIRST_SHIM, -1)).toBeLessThan(FIRST_SHIM);
    let mm: number = FIRST_SHIM;
    for (let n = 0; n < 9; n++) mm = nextShim(mm, 1);
    expect(nextShim(mm, 1)).toBe(mm);
    for (let n = 0; n < 9; n++) mm = nextShim(mm, -1);
    expect(nextShim(mm, -1)).toBe(mm);
  });
});
