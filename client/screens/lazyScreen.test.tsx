import { act, render, screen, waitFor } from '@testing-library/react';
import { useEffect } from 'react';
import { lazyScreen, loadAhead } from './lazyScreen';

jest.mock('~/ui/Notes', () => ({ Loading: () => 'Reading …' }));

const begun = jest.fn();
function Counter({ name }: { name: string }) {
  useEffect(() => begun(name), [name]);
  return `Counter of ${name}`;
}
const Days = () => 'Days';

beforeEach(() => begun.mockClear());

test('a screen waits for its module, and is not begun anew when that is here', async () => {
  const load = jest.fn(async () => ({ Counter, Days }));
  const Lazy = lazyScreen(load, 'Counter');
  const { rerender } = render(<Lazy name="Hatch" />);
  expect(screen.getByText('Reading …')).toBeTruthy();
  expect(await screen.findByText('Counter of Hatch')).toBeTruthy();
  rerender(<Lazy name="Hatch" />);
  expect(begun).toHaveBeenCalledTimes(1);
  // Another screen of the module is shown at once: no key on the way to it is lost.
  const Other = lazyScreen(load, 'Days');
  render(<Other />);
  expect(screen.getByText('Days')).toBeTruthy();
  expect(load).toHaveBeenCalledTimes(1);
});

test('screens are loaded ahead, one module a time; one that can’t be is tried when it is shown', async () => {
  const load = jest.fn(async () => ({ Days }));
  const away = jest.fn().mockRejectedValueOnce(new Error('no network'));
  const Lazy = lazyScreen(load, 'Days');
  const Later = lazyScreen(away as () => Promise<{ Days: typeof Days }>, 'Days');
  await act(() => loadAhead());
  render(<Lazy />);
  expect(screen.getByText('Days')).toBeTruthy();
  expect(load).toHaveBeenCalledTimes(1);
  away.mockResolvedValueOnce({ Days });
  render(<Later />);
  await waitFor(() => expect(screen.getAllByText('Days')).toHaveLength(2));
});
