import { createScanReader } from './useScanner';

const type = (
  read: ReturnType<typeof createScanReader>,
  keys: string[],
  apart: number,
  from = 0,
) => keys.map((key, i) => read(key, from + i * apart)).at(-1);

test('a scanner’s signs up to Enter are a code; what a person types is none', () => {
  const read = createScanReader();
  const scan = [...'5901234', 'Enter'];
  expect(type(read, scan, 10)).toBe('5901234');
  expect(type(read, scan, 200, 1_000)).toBeNull();
  // One press before, a pause, then a scan; modifiers between signs don't count.
  read('9', 5_000);
  expect(type(read, ['Shift', 'A', 'b', '-', '1', 'Enter'], 20, 6_000)).toBe('Ab-1');
  expect(type(read, ['1', '2', 'Enter'], 10, 8_000)).toBeNull();
  expect(read('Enter', 8_100)).toBeNull();
});
