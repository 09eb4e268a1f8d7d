/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from '@testing-library/react';
import { FocusHint } from './focus-hint';

const words = () => document.querySelector('[data-focus-hint]')?.textContent ?? null;

test('a control that has the focus of the keyboard says what its title says; Escape and leaving take it away', () => {
  render(
    <>
      <label title="Not refereed by anybody">
        <input type="checkbox" aria-label="unrefereed" />
      </label>
      <button type="button" title="Cuts off at the month">
        month
      </button>
      <button type="button" title="plain">
        plain
      </button>
      <FocusHint />
    </>,
  );
  act(() => screen.getByLabelText('unrefereed').focus());
  expect(words()).toBe('Not refereed by anybody');
  act(() => screen.getByText('month').focus());
  expect(words()).toBe('Cuts off at the month');
  fireEvent.keyDown(screen.getByText('month'), { key: 'Escape' });
  expect(words()).toBeNull();
  act(() => screen.getByText('month').blur());
  act(() => screen.getByText('plain').focus());
  expect(words()).toBeNull();
});
