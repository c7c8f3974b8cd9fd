import { fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { useState, type ReactNode } from 'react';
import type { Sort, TableColumn } from './Table';
import { WideTable } from './WideTable';

jest.mock('~/i18n', () => ({
  useWords: () => (key: string, params?: { column: string }) =>
    params ? `Order by ${params.column}` : key,
}));
jest.mock('~/router', () => ({
  Link: ({ href, children }: { href: string; children: ReactNode }) => (
    <a href={href}>{children}</a>
  ),
}));
jest.mock('@tamagui/core', () => ({
  View: ({ children }: { children: ReactNode }) => <div>{children}</div>,
  useTheme: () => ({ ink: { val: '#000' } }),
}));
jest.mock('./Box', () => ({
  Line: ({ children }: { children: ReactNode }) => <span>{children}</span>,
}));
jest.mock('./Text', () => ({
  Body: ({ children }: { children: ReactNode }) => <span>{children}</span>,
}));
jest.mock('lucide-react-native/icons/arrow-up', () => () => 'up');
jest.mock('lucide-react-native/icons/arrow-down', () => () => 'down');

type Boat = { id: number; name: string; owes: number };
const fleet = (count: number): Boat[] =>
  Array.from({ length: count }, (_, i) => ({ id: i + 1, name: `Boat ${i + 1}`, owes: i }));

const columns = (total: number): TableColumn<Boat, 'name' | 'owes'>[] => [
  {
    id: 'name',
    head: 'Boat',
    track: '1fr',
    sort: 'name',
    cell: ({ name }) => name,
    foot: 'All',
  },
  {
    id: 'owes',
    head: 'Owes',
    track: '1fr',
    figure: true,
    sort: 'owes',
    cell: ({ owes }) => owes,
    foot: total,
  },
  { id: 'note', head: 'Note', track: '1fr', cell: () => '' },
];

// What the browser would measure: 400 px of table, 50 px a row.
beforeAll(() => {
  for (const [name, value] of Object.entries({
    clientHeight: 400,
    clientWidth: 800,
    offsetHeight: 50,
  }))
    Object.defineProperty(HTMLElement.prototype, name, { configurable: true, value });
});

function Fleet({ boats, onEnd }: { boats: Boat[]; onEnd?: () => void }) {
  const [sort, setSort] = useState<Sort<'name' | 'owes'>>({ by: 'name', down: false });
  return (
    <WideTable
      label="Fleet"
      columns={columns(boats.length)}
      rows={boats}
      keyOf={({ id }) => id}
      to={({ id }) => `/boats/${id}`}
      isCurrent={({ id }) => id === 2}
      sort={sort}
      onSort={setSort}
      {...(onEnd && { onEnd })}
      rowHeight={50}
    />
  );
}

const head = (name: string) => screen.getByRole('columnheader', { name: new RegExp(name) });

test('heads order: names from the first, figures from the largest, then the other way', () => {
  render(<Fleet boats={fleet(3)} />);
  expect(head('Boat').getAttribute('aria-sort')).toBe('ascending');
  fireEvent.click(within(head('Owes')).getByRole('button'));
  expect(head('Owes').getAttribute('aria-sort')).toBe('descending');
  expect(head('Boat').hasAttribute('aria-sort')).toBe(false);
  fireEvent.click(within(head('Owes')).getByRole('button'));
  expect(head('Owes').getAttribute('aria-sort')).toBe('ascending');
  // A head that nothing is ordered by is no button.
  expect(within(head('Note')).queryByRole('button')).toBeNull();
});

test('of a hundred thousand rows only those in sight are in the page, and all are counted', () => {
  const onEnd = jest.fn();
  render(<Fleet boats={fleet(100_000)} onEnd={onEnd} />);
  const table = screen.getByRole('table', { name: 'Fleet' });
  expect(table.getAttribute('aria-rowcount')).toBe('100001');
  const rows = within(table).getAllByRole('row');
  expect(rows.length).toBeLessThan(40);
  expect(within(table).getByText('100000')).toBeTruthy();
  expect(onEnd).not.toHaveBeenCalled();
  const current = rows.filter((row) => row.getAttribute('aria-current') === 'true');
  expect(current.map((row) => row.getAttribute('aria-rowindex'))).toEqual(['3']);
});

test('the next page is read before the last row is in sight', () => {
  const onEnd = jest.fn();
  const { rerender } = render(<Fleet boats={fleet(20)} onEnd={onEnd} />);
  expect(onEnd).toHaveBeenCalled();
  onEnd.mockClear();
  rerender(<Fleet boats={fleet(200)} onEnd={onEnd} />);
  expect(onEnd).not.toHaveBeenCalled();
});

test('arrows go from row to row and stop at the ends', async () => {
  render(<Fleet boats={fleet(3)} />);
  const link = (name: string) => screen.getByRole('link', { name });
  link('Boat 1').focus();
  fireEvent.keyDown(link('Boat 1'), { key: 'ArrowDown' });
  await waitFor(() => expect(document.activeElement).toBe(link('Boat 2')));
  fireEvent.keyDown(link('Boat 2'), { key: 'ArrowUp' });
  await waitFor(() => expect(document.activeElement).toBe(link('Boat 1')));
  fireEvent.keyDown(link('Boat 1'), { key: 'ArrowUp' });
  await new Promise((done) => setTimeout(done, 10));
  expect(document.activeElement).toBe(link('Boat 1'));
});
