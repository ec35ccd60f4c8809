/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, renderHook } from '@testing-library/react';
import { SettingsProvider, useSettings, useUnits } from './settings.tsx';

const settings = () => renderHook(() => ({ ...useSettings(), shown: useUnits() }), { wrapper: SettingsProvider });

beforeEach(() => localStorage.clear());
afterEach(() => jest.restoreAllMocks());

test('begins metric, by day, with single keys', () => {
  const { result } = settings();
  expect(result.current).toMatchObject({ shown: { system: 'metric', metricHp: false }, mode: 'day', singleKeys: true });
});

test('what is chosen counts at once, and is there again when the page is opened anew', () => {
  const { result } = settings();
  act(() => result.current.setSystem('us'));
  act(() => result.current.setMode('night'));
  act(() => result.current.setSingleKeys(false));
  act(() => result.current.setMetricHp(true));
  const chosen = { shown: { system: 'us', metricHp: true }, mode: 'night', singleKeys: false };
  expect(result.current).toMatchObject(chosen);
  expect(settings().result.current).toMatchObject(chosen);
});

test('the units stay the same object as long as nobody changes them: nothing is drawn anew for nothing', () => {
  const { result, rerender } = settings();
  const { shown } = result.current;
  act(() => result.current.setMode('night'));
  rerender();
  expect(result.current.shown).toEqual(shown);
});

test('a browser that keeps nothing, or has kept nonsense, still works', () => {
  localStorage.setItem('sable-units', '{broken');
  expect(settings().result.current.shown.system).toBe('metric');
  jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new Error('private window');
  });
  const { result } = settings();
  act(() => result.current.setSystem('us'));
  expect(result.current.shown.system).toBe('us');
});

test('outside its provider it says so', () => {
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
  expect(() => renderHook(() => useSettings())).toThrow('useSettings outside its provider');
});
