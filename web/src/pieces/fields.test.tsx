/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { SettingsProvider } from '../hooks/settings.tsx';
import { ChoiceField, QuantityField, WordsField } from './fields.tsx';

afterEach(cleanup);
beforeEach(() => localStorage.clear());

const inUnits = (system: 'metric' | 'us', field: ReactNode) => {
  localStorage.setItem('sable-units', JSON.stringify(system));
  return render(<SettingsProvider>{field}</SettingsProvider>);
};
const box = (label: string) => screen.getByLabelText<HTMLInputElement>(label);

/** Types into a field and leaves it. */
function type(label: string, text: string): void {
  fireEvent.change(box(label), { target: { value: text } });
  fireEvent.blur(box(label));
}

describe('a figure', () => {
  const mass = (more: Partial<Parameters<typeof QuantityField>[0]> = {}, system: 'metric' | 'us' = 'metric') => {
    const onCommit = jest.fn();
    inUnits(system, <QuantityField label="Mass" quantity="massKg" value={100} onCommit={onCommit} {...more} />);
    return onCommit;
  };

  test('stands in the reader’s units and is kept in its own', () => {
    const onCommit = mass({}, 'us');
    expect(box('Mass').value).toBe('220.462');
    type('Mass', '300');
    expect(onCommit).toHaveBeenCalledTimes(1);
    expect(onCommit.mock.calls[0]![0]).toBeCloseTo(136.08, 2);
  });

  test('takes another unit typed with the number', () => {
    const onCommit = mass();
    type('Mass', '220 lb');
    expect(onCommit.mock.calls[0]![0]).toBeCloseTo(99.79, 2);
  });

  test('says nothing where nothing was changed: what was rounded for show is not saved', () => {
    const onCommit = mass({ value: 100.00004 });
    fireEvent.change(box('Mass'), { target: { value: '100 ' } });
    fireEvent.blur(box('Mass'));
    fireEvent.blur(box('Mass'));
    expect(onCommit).not.toHaveBeenCalled();
  });

  test('is committed once by Enter and leaving', () => {
    const onCommit = mass();
    fireEvent.change(box('Mass'), { target: { value: '120' } });
    fireEvent.keyDown(box('Mass'), { key: 'Enter' });
    fireEvent.blur(box('Mass'));
    expect(onCommit.mock.calls.map(([v]) => v)).toEqual([120]);
  });

  test('Escape puts back what was there', () => {
    const onCommit = mass();
    fireEvent.change(box('Mass'), { target: { value: '1' } });
    fireEvent.keyDown(box('Mass'), { key: 'Escape' });
    expect(box('Mass').value).toBe('100');
    fireEvent.blur(box('Mass'));
    expect(onCommit).not.toHaveBeenCalled();
  });

  test('what is no number is named, stays to be mended, and is not saved', () => {
    const onCommit = mass();
    type('Mass', 'a lot');
    expect(screen.getByText('“a lot” is not a number.')).toBeTruthy();
    expect(box('Mass').getAttribute('aria-invalid')).toBe('true');
    expect(box('Mass').value).toBe('a lot');
    expect(onCommit).not.toHaveBeenCalled();
    type('Mass', '130');
    expect(screen.queryByText(/not a number/)).toBeNull();
    expect(onCommit.mock.calls[0]![0]).toBe(130);
  });

  test('a required one can’t be left empty; an optional one is taken out', () => {
    const required = mass();
    type('Mass', '');
    expect(screen.getByText('Enter a value: it is required.')).toBeTruthy();
    expect(box('Mass').value).toBe('');
    expect(required).not.toHaveBeenCalled();
    cleanup();
    const optional = mass({ optional: true });
    type('Mass', '  ');
    expect(optional.mock.calls[0]![0]).toBeUndefined();
    expect(optional).toHaveBeenCalledTimes(1);
  });

  test('limits hold at their edge, and are told in the reader’s units', () => {
    const onCommit = mass({ min: 50, max: 200 });
    expect(screen.getByText('50 to 200 kg')).toBeTruthy();
    type('Mass', '50');
    type('Mass', '200');
    expect(onCommit.mock.calls.map(([v]) => v)).toEqual([50, 200]);
    type('Mass', '49.9');
    expect(screen.getByText('Enter 50 to 200 kg.')).toBeTruthy();
    type('Mass', '200.1');
    expect(screen.getByText('Enter 50 to 200 kg.')).toBeTruthy();
    expect(onCommit).toHaveBeenCalledTimes(2);
    cleanup();
    mass({ min: 0, max: 200 }, 'us');
    type('Mass', '500');
    expect(screen.getByText('Enter 0 to 440.925 lb.')).toBeTruthy();
  });

  test('below nought and with thousands it shows what can be typed again', () => {
    const onCommit = mass({ value: -1234 });
    expect(box('Mass').value).toBe('-1234');
    type('Mass', '-1200');
    expect(onCommit.mock.calls[0]![0]).toBe(-1200);
  });

  test('what the server says of it stands below it, until it says something itself', () => {
    mass({ error: 'The engine is lighter than its block.' });
    expect(screen.getByText('The engine is lighter than its block.')).toBeTruthy();
    type('Mass', 'x');
    expect(screen.getByText('“x” is not a number.')).toBeTruthy();
  });

  test('what it is read as is shown while it is typed, where more than a number alone was typed', () => {
    mass();
    fireEvent.change(box('Mass'), { target: { value: '116' } });
    expect(document.body.textContent).not.toContain('=');
    fireEvent.change(box('Mass'), { target: { value: '116+14' } });
    expect(screen.getByText('= 130 kg')).toBeTruthy();
    fireEvent.change(box('Mass'), { target: { value: '465,5' } });
    expect(screen.getByText('= 465.5 kg')).toBeTruthy();
  });

  test('what can be meant in two ways is asked, and nothing is saved until somebody says which', () => {
    const onCommit = mass();
    type('Mass', '1,234');
    expect(onCommit).not.toHaveBeenCalled();
    expect(box('Mass').value).toBe('1,234');
    expect(box('Mass').getAttribute('aria-invalid')).toBe('true');
    fireEvent.click(screen.getByRole('button', { name: '1.234 kg' }));
    expect(onCommit.mock.calls.map(([v]) => v)).toEqual([1.234]);
    expect(screen.queryByText('Which?')).toBeNull();
  });

  test('leaving for one of the two ways does not ask again', () => {
    const onCommit = mass();
    type('Mass', '1,234');
    const way = screen.getByRole('button', { name: '1234 kg' });
    fireEvent.blur(box('Mass'), { relatedTarget: way });
    fireEvent.click(way);
    expect(onCommit.mock.calls.map(([v]) => v)).toEqual([1234]);
  });

  test('a browser that writes a decimal comma shows and reads one', () => {
    localStorage.setItem('sable-numbers', JSON.stringify('1.234,5'));
    const onCommit = mass({ value: 465.5 });
    expect(box('Mass').value).toBe('465,5');
    type('Mass', '1,234');
    expect(onCommit.mock.calls.map(([v]) => v)).toEqual([1.234]);
  });

  test('outside of what is usual it is taken and doubted quietly', () => {
    mass({ value: 900, usual: [20, 300] });
    expect(screen.getByText('Unusual: 20 to 300 kg is typical. Check it.')).toBeTruthy();
    expect(box('Mass').getAttribute('aria-invalid')).toBe('false');
  });

  test('Escape in a field that nobody typed in is left to what is around it', () => {
    const around = jest.fn();
    inUnits(
      'metric',
      <div onKeyDown={around}>
        <QuantityField label="Mass" quantity="massKg" value={100} onCommit={() => undefined} />
      </div>,
    );
    fireEvent.keyDown(box('Mass'), { key: 'Escape' });
    expect(around).toHaveBeenCalledTimes(1);
    fireEvent.change(box('Mass'), { target: { value: '1' } });
    fireEvent.keyDown(box('Mass'), { key: 'Escape' });
    expect(around).toHaveBeenCalledTimes(1);
  });
});

describe('words', () => {
  test('are taken over on leaving, and only where they changed', () => {
    const onCommit = jest.fn();
    inUnits('metric', <WordsField label="Name" value="Tug" onCommit={onCommit} />);
    fireEvent.blur(box('Name'));
    type('Name', 'Tug');
    expect(onCommit).not.toHaveBeenCalled();
    type('Name', 'Glider tug');
    expect(onCommit.mock.calls).toEqual([['Glider tug']]);
  });

  test('Escape puts them back', () => {
    const onCommit = jest.fn();
    inUnits('metric', <WordsField label="Name" value="Tug" onCommit={onCommit} />);
    fireEvent.change(box('Name'), { target: { value: 'T' } });
    fireEvent.keyDown(box('Name'), { key: 'Escape' });
    expect(box('Name').value).toBe('Tug');
  });

  test('are no longer than may be', () => {
    inUnits('metric', <WordsField label="Name" value="" maxLength={12} onCommit={() => undefined} />);
    expect(box('Name').maxLength).toBe(12);
  });
});

describe('one of a list', () => {
  const choices = [
    { value: 'e5', label: 'Marten five' },
    { value: 'g6', label: 'Corran six' },
  ];
  const opened = (value: string, onCommit: (v: string) => void = () => undefined) => {
    inUnits('metric', <ChoiceField label="Gearbox" value={value} choices={choices} onCommit={onCommit} />);
    fireEvent.mouseDown(screen.getByRole('combobox'));
    return screen.getAllByRole('option').map((o) => o.textContent);
  };

  test('offers what there is, and takes what is picked', () => {
    const onCommit = jest.fn();
    expect(opened('e5', onCommit)).toEqual(['Marten five', 'Corran six']);
    fireEvent.click(screen.getByRole('option', { name: 'Corran six' }));
    expect(onCommit.mock.calls).toEqual([['g6']]);
  });

  test('what is chosen and no longer there is told, not hidden', () => {
    expect(opened('gone-4')[0]).toBe('gone-4 (not in the library)');
  });

  test('nothing chosen is none', () => {
    expect(opened('')[0]).toBe('not chosen');
  });
});
