/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, renderHook } from '@testing-library/react';
import type { SumProgress } from '@sable/core';
import { library, tug } from '../../../core/test/demo.ts';

interface Asked {
  readonly ticket: number;
  readonly name: string;
  readonly input: object;
  readonly tell: (progress: SumProgress) => void;
  readonly answer: (value: unknown) => void;
  readonly fail: (error: Error) => void;
}

const asked: Asked[] = [];
const stopped: number[] = [];
const known: unknown[] = [];
let ticket = 0;
const thread = {
  know: (next: unknown) => known.push(next),
  does: {
    compute: (of: number, name: string, input: object, tell: (progress: SumProgress) => void) =>
      new Promise((answer, fail) => asked.push({ ticket: of, name, input, tell, answer, fail })),
    stop: (of: number) => stopped.push(of),
  },
};
jest.unstable_mockModule('../workers/client.ts', () => ({ sumsThread: () => thread, newTicket: () => ++ticket }));
jest.unstable_mockModule('./buildState.tsx', () => ({ useBuild: () => ({ library }) }));
jest.unstable_mockModule('comlink', () => ({ proxy: <T,>(value: T) => value }));
const { useSum } = await import('./useSum.ts');

const [first, second] = tug.candidates;
const run = (candidate = first!) => ({
  build: tug,
  candidate,
  choices: { day: 'standard' as const, grip: 'dry' as const, trailer: false },
});
const settle = () => act(async () => undefined);

beforeEach(() => {
  asked.length = 0;
  stopped.length = 0;
});

test('nothing is asked before anybody asks', () => {
  const { result } = renderHook(() => useSum('candidate.run'));
  expect(asked).toEqual([]);
  expect(result.current).toMatchObject({ running: false, answer: undefined, fault: undefined });
});

test('asked, it runs, tells where it is, and answers what was asked', async () => {
  const { result } = renderHook(() => useSum('candidate.gearings'));
  const question = { build: tug, candidate: first!, scope: 'this gearbox' as const };
  act(() => result.current.ask(question));
  expect(result.current).toMatchObject({ running: true, progress: { share: 0 } });
  expect(asked[0]).toMatchObject({ name: 'candidate.gearings', input: question });
  expect(known.at(-1)).toBe(library);
  act(() => asked[0]!.tell({ share: 0.4, done: 4, of: 10 }));
  expect(result.current.progress).toEqual({ share: 0.4, done: 4, of: 10 });
  asked[0]!.answer([]);
  await settle();
  expect(result.current).toMatchObject({ running: false, progress: undefined, answer: [], to: question });
});

test('a given question is asked by itself, and again only when it is another one', async () => {
  const { rerender } = renderHook(({ question }) => useSum('candidate.run', question), {
    initialProps: { question: run() },
  });
  expect(asked.length).toBe(1);
  const other = run(second);
  rerender({ question: other });
  rerender({ question: other });
  await settle();
  expect(asked.map((a) => (a.input as typeof other).candidate.id)).toEqual([first!.id, second!.id]);
});

test('the newest question wins: the older is stopped, and its late answer is nobody’s', async () => {
  const { result } = renderHook(() => useSum('candidate.run'));
  act(() => result.current.ask(run()));
  act(() => result.current.ask(run(second)));
  expect(stopped).toEqual([asked[0]!.ticket]);
  asked[1]!.answer(null);
  await settle();
  asked[0]!.tell({ share: 0.9 });
  asked[0]!.answer({ late: true });
  await settle();
  expect(result.current).toMatchObject({ running: false, answer: null, to: run(second) });
});

test('an answer stays until the next is there', async () => {
  const { result } = renderHook(() => useSum('candidate.run'));
  act(() => result.current.ask(run()));
  asked[0]!.answer(null);
  await settle();
  act(() => result.current.ask(run(second)));
  expect(result.current).toMatchObject({ running: true, answer: null });
});

test('stopped, it runs no more, keeps what it had, and hears nothing late', async () => {
  const { result } = renderHook(() => useSum('candidate.run'));
  act(() => result.current.ask(run()));
  asked[0]!.answer(null);
  await settle();
  act(() => result.current.ask(run(second)));
  act(() => result.current.stop());
  expect(stopped).toEqual([asked[0]!.ticket, asked[1]!.ticket].slice(-stopped.length));
  asked[1]!.fail(new Error('stopped'));
  await settle();
  expect(result.current).toMatchObject({ running: false, progress: undefined, answer: null, fault: undefined });
});

test('a fault is told in its words, takes the old answer away, and is gone with the next question', async () => {
  const { result } = renderHook(() => useSum('candidate.run'));
  act(() => result.current.ask(run()));
  asked[0]!.answer(null);
  await settle();
  act(() => result.current.ask(run(second)));
  asked[1]!.fail(new Error('Launch at 900 rpm stalls it.'));
  await settle();
  expect(result.current).toMatchObject({ running: false, answer: undefined, fault: 'Launch at 900 rpm stalls it.' });
  act(() => result.current.ask(run()));
  expect(result.current.fault).toBeUndefined();
});

test('put away, nothing is left of it', async () => {
  const { result } = renderHook(() => useSum('candidate.run'));
  act(() => result.current.ask(run()));
  asked[0]!.answer(null);
  await settle();
  act(() => result.current.clear());
  expect(result.current).toMatchObject({ running: false, answer: undefined, to: undefined, fault: undefined });
});

test('leaving the screen stops what runs', () => {
  const { result, unmount } = renderHook(() => useSum('candidate.run'));
  act(() => result.current.ask(run()));
  unmount();
  expect(stopped).toContain(asked[0]!.ticket);
});
