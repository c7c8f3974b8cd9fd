import { render, screen } from '@testing-library/react';
import { Long } from './Long';

// Its file never comes: what stands there meanwhile is looked at.
jest.mock('./virtual', () => new Promise(() => undefined));

test('while its file comes a long list shows its first rows, and never all of a hundred thousand', () => {
  const rows = Array.from({ length: 100_000 }, (_, i) => i);
  const row = jest.fn((i: number) => <p role="listitem">{`Day ${i}`}</p>);
  render(<Long rows={rows} keyOf={(i) => i} row={row} height={40} />);
  expect(screen.getByText('Day 0')).toBeTruthy();
  expect(screen.getAllByRole('listitem').length).toBeLessThan(100);
  expect(row.mock.calls.length).toBeLessThan(200);
});
