import { act, fireEvent, render, screen } from '@testing-library/react';
import { Long } from './Long';
import { LongList } from './LongList';

// Its file comes when it is let: what stands there meanwhile is looked at.
let mockArrived: (file: { default: unknown }) => void;
jest.mock('./ahead', () => ({
  ahead: () => () => new Promise((resolve) => (mockArrived = resolve)),
}));

test('while its file comes a long list shows its first rows, and never all of a hundred thousand', () => {
  const rows = Array.from({ length: 100_000 }, (_, i) => i);
  const row = jest.fn((i: number) => <p role="listitem">{`Day ${i}`}</p>);
  render(<Long rows={rows} keyOf={(i) => i} row={row} height={40} />);
  expect(screen.getByText('Day 0')).toBeTruthy();
  expect(screen.getAllByRole('listitem').length).toBeLessThan(100);
  expect(row.mock.calls.length).toBeLessThan(200);
});

test('keys go from row to row at once, and who has the focus keeps it when the file has come', async () => {
  const rows = ['Today', 'Friday', 'Thursday'];
  render(
    <div data-scroll>
      <Long
        rows={rows}
        keyOf={(day) => day}
        row={(day) => (
          <p role="listitem">
            <a href={`#${day}`}>{day}</a>
            <button>{`Cash of ${day}`}</button>
          </p>
        )}
        height={40}
      />
    </div>,
  );
  HTMLElement.prototype.scrollIntoView = jest.fn();
  screen.getByText('Today').focus();
  fireEvent.keyDown(document.activeElement!, { key: 'ArrowDown' });
  expect(document.activeElement).toBe(screen.getByText('Friday'));
  fireEvent.keyDown(document.activeElement!, { key: 'ArrowRight' });
  expect(document.activeElement).toBe(screen.getByText('Cash of Friday'));

  // Nothing has a height without layout: the screen that scrolls is given one.
  for (const [name, value] of Object.entries({ clientHeight: 400, offsetHeight: 50 }))
    Object.defineProperty(HTMLElement.prototype, name, { configurable: true, value });
  await act(async () => mockArrived({ default: LongList }));
  const cash = await screen.findByText('Cash of Friday');
  expect(document.activeElement).toBe(cash);
  fireEvent.keyDown(cash, { key: 'ArrowUp' });
  expect(document.activeElement).toBe(screen.getByText('Today'));
});
