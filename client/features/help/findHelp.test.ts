import { helpPages } from '~/i18n/en/helpPages';
import { findHelp } from './findHelp';

test('without words all of the help stands there, a page a place', () => {
  expect(findHelp('').map(({ place }) => place)).toEqual(Object.keys(helpPages));
});

test('words find the steps and states that hold all of them, wherever they stand', () => {
  const found = findHelp('gap numbered');
  expect(found).toHaveLength(1);
  expect(found[0]).toMatchObject({ place: 'books', steps: [] });
  expect(found[0]!.states.map(([name]) => name)).toEqual(['Sealed']);
  expect(findHelp('Slip').map(({ place }) => place)).toEqual(
    expect.arrayContaining(['days', 'bank']),
  );
  expect(findHelp('submarine')).toEqual([]);
});
