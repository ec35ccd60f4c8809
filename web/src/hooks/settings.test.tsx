/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, renderHook } from '@testing-library/react';
import { ownStyle, SettingsProvider, useSettings, useUnits } from './settings.tsx';

const settings = () => renderHook(() => ({ ...useSettings(), shown: useUnits() }), { wrapper: SettingsProvider });

beforeEach(() => localStorage.clear());
afterEach(() => jest.restoreAllMocks());

test('begins metric, by day, with single keys', () => {
  const { result } = settings();
  expect(result.current).toMatchObject({
    shown: { system: 'metric', decimal: '.', group: ',' },
    mode: 'day',
    singleKeys: true,
  });
});

test('what is chosen counts at once, and is there again when the page is opened anew', () => {
  const { result } = settings();
  act(() => result.current.setSystem('us'));
  act(() => result.current.setMode('night'));
  act(() => result.current.setSingleKeys(false));
  act(() => result.current.setChosen({ power: 'kW', pressure: 'bar' }));
  act(() => result.current.setNumbers('1’234.5'));
  const chosen = {
    shown: { system: 'us', chosen: { power: 'kW', pressure: 'bar' }, decimal: '.', group: '’' },
    mode: 'night',
    singleKeys: false,
  };
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

test('a kept choice of a unit that there is not is none', () => {
  localStorage.setItem('sable-unit-choice', JSON.stringify({ power: 'oxen', length: 'in', width: 'mm' }));
  localStorage.setItem('sable-numbers', JSON.stringify('1/234'));
  expect(settings().result.current.shown).toEqual({
    system: 'metric',
    chosen: { length: 'in' },
    decimal: '.',
    group: ',',
  });
});

test.each([
  ['en', '1,234.5'],
  ['de', '1.234,5'],
  ['fr', '1 234,5'],
  ['sv', '1 234,5'],
  ['de-CH', '1’234.5'],
  ['ar', '1,234.5'],
] as const)('numbers begin as the language %s writes them', (language, style) => {
  expect(ownStyle(language)).toBe(style);
});

test('outside its provider it says so', () => {
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
  expect(() => renderHook(() => useSettings())).toThrow('useSettings outside its provider');
});
