/** @jest-environment jsdom */
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { draw } from '../testing/inBuild.tsx';

const { Termed } = await import('./Termed.tsx');

afterEach(cleanup);

test('a term is reached by the keyboard and says what it means; the words around it stay', async () => {
  draw(<Termed>BSFC at full load</Termed>);
  const term = screen.getByText('BSFC');
  expect(term.tabIndex).toBe(0);
  expect(document.body.textContent).toBe('BSFC at full load');
  fireEvent.mouseOver(term);
  expect((await screen.findByRole('tooltip')).textContent).toMatch(/g\/kWh\. Source: ISO 2710-1/);
});

test('a label without a term has no stop', () => {
  draw(<Termed>Nothing of the glossary</Termed>);
  expect(document.querySelector('[tabindex]')).toBeNull();
});
