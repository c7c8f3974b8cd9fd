import { renderHook } from '@testing-library/react';
import { keyOf, useKey, useKeyboard, useKeysInView, useSingleKeys } from './keys';

const press = (key: string, more: object = {}, target: EventTarget = document.body) =>
  target.dispatchEvent(
    new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }),
  );

beforeEach(() => useSingleKeys.setState({ on: true }));
afterEach(() => {
  document.body.innerHTML = '';
});

test('what came last has the key while it is in view, and gives it back', () => {
  const [below, above, search] = [jest.fn(), jest.fn(), jest.fn()];
  renderHook(() => useKeyboard(search));
  renderHook(() => useKey('p', 'Take a payment', below));
  const over = renderHook(() => useKey('P', 'Print', above));
  press('p');
  expect([below.mock.calls.length, above.mock.calls.length]).toEqual([0, 1]);
  over.unmount();
  press('P');
  expect([below.mock.calls.length, above.mock.calls.length]).toEqual([1, 1]);
  expect([...useKeysInView.getState().inView.values()].map(({ label }) => label)).toEqual([
    'Take a payment',
  ]);
});

test('keys are for where nobody types: not in a field, under a dialog, with Ctrl, or turned off', () => {
  const [act, search] = [jest.fn(), jest.fn()];
  renderHook(() => useKeyboard(search));
  renderHook(() => useKey('p', 'Take a payment', act));
  document.body.innerHTML = '<input id="field" />';
  press('p', {}, document.getElementById('field')!);
  press('p', { ctrlKey: true });
  useSingleKeys.setState({ on: false });
  press('p');
  useSingleKeys.setState({ on: true });
  document.body.innerHTML = '<div role="dialog"></div>';
  press('p');
  expect(act).not.toHaveBeenCalled();
  // The search is reached from a field, too.
  press('k', { ctrlKey: true });
  expect(search).toHaveBeenCalledTimes(1);
});

test('a key that its field handles is only told', () => {
  const keys = [{ key: 'Enter', label: 'Rings what is typed' }];
  expect(
    keyOf({ key: 'Enter', ctrlKey: false, metaKey: false, altKey: false }, keys),
  ).toBeNull();
});
