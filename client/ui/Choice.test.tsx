import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import type { ButtonProps } from './Button';
import { Choice } from './Choice';

jest.mock('./Button', () => ({
  Button: ({ label, radio, tabIndex, onPress }: ButtonProps) => (
    <button role="radio" aria-checked={radio} tabIndex={tabIndex} onClick={onPress}>
      {label}
    </button>
  ),
}));
jest.mock('./Box', () => ({ Line: 'div', Column: 'div' }));
jest.mock('./Text', () => ({ Body: 'span' }));

function Sizes({ first }: { first: string }) {
  const [size, setSize] = useState(first);
  const options = ['roll', 'page', 'card'].map((value) => ({ value, label: value }));
  return <Choice label="Size" value={size} options={options} onChange={setSize} />;
}
const chosen = () =>
  screen.getAllByRole('radio', { checked: true }).map((one) => one.textContent);

test('arrows choose as they go, around the end; Tab stops at the chosen one only', () => {
  render(<Sizes first="page" />);
  const stops = () =>
    screen.getAllByRole('radio').filter((one) => (one as HTMLElement).tabIndex === 0);
  expect(stops().map((one) => one.textContent)).toEqual(['page']);
  fireEvent.keyDown(screen.getByText('page'), { key: 'ArrowRight' });
  expect(chosen()).toEqual(['card']);
  expect(document.activeElement?.textContent).toBe('card');
  fireEvent.keyDown(screen.getByText('card'), { key: 'ArrowDown' });
  expect(chosen()).toEqual(['roll']);
  fireEvent.keyDown(screen.getByText('roll'), { key: 'ArrowLeft' });
  expect(chosen()).toEqual(['card']);
  expect(stops().map((one) => one.textContent)).toEqual(['card']);
  fireEvent.keyDown(screen.getByText('card'), { key: 'ArrowLeft', altKey: true });
  expect(chosen()).toEqual(['card']);
});

test('where none is chosen yet the first is reached by Tab', () => {
  render(<Sizes first="" />);
  expect(screen.queryAllByRole('radio', { checked: true })).toEqual([]);
  expect(screen.getAllByRole('radio').map((one) => (one as HTMLElement).tabIndex)).toEqual([
    0, -1, -1,
  ]);
});
