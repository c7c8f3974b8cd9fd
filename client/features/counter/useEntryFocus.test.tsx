import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { useRef } from 'react';
import { useEntryFocus } from './useEntryFocus';

const mockMedia = { wide: true };
jest.mock('@tamagui/core', () => ({ useMedia: () => mockMedia }));

function Counter({ dialog = false, gone = false }: { dialog?: boolean; gone?: boolean }) {
  const inside = useRef<HTMLDivElement>(null);
  useEntryFocus(inside);
  return (
    <>
      <div ref={inside}>
        <input aria-label="Entry" />
      </div>
      <input aria-label="Reason" />
      {gone ? null : <button>Remove</button>}
      {dialog ? <div role="dialog">Approve</div> : null}
    </>
  );
}
const entry = () => screen.getByLabelText('Entry');
const rest = () => new Promise((done) => setTimeout(done, 20));
beforeEach(() => {
  mockMedia.wide = true;
});

test('where there is a keyboard the field has the focus at once, and again after a tap elsewhere', async () => {
  const { rerender } = render(<Counter />);
  await waitFor(() => expect(document.activeElement).toBe(entry()));
  screen.getByText('Remove').focus();
  fireEvent.pointerUp(screen.getByText('Remove'));
  await waitFor(() => expect(document.activeElement).toBe(entry()));
  // What had the focus went away.
  screen.getByText('Remove').focus();
  rerender(<Counter gone />);
  fireEvent.focusOut(document.body);
  await waitFor(() => expect(document.activeElement).toBe(entry()));
});

test('another field keeps it, so does a dialog, and whoever marked words', async () => {
  const { rerender } = render(<Counter />);
  await waitFor(() => expect(document.activeElement).toBe(entry()));
  screen.getByLabelText('Reason').focus();
  fireEvent.pointerUp(screen.getByLabelText('Reason'));
  await rest();
  expect(document.activeElement).toBe(screen.getByLabelText('Reason'));
  screen.getByText('Remove').focus();
  rerender(<Counter dialog />);
  fireEvent.pointerUp(document.body);
  await rest();
  expect(document.activeElement).toBe(screen.getByText('Remove'));
  rerender(<Counter />);
  jest
    .spyOn(window, 'getSelection')
    .mockReturnValueOnce({ toString: () => 'R-12' } as unknown as Selection);
  fireEvent.pointerUp(document.body);
  await rest();
  expect(document.activeElement).toBe(screen.getByText('Remove'));
});

test('what is typed on a button begins in the field; keys that mean something else do not', async () => {
  render(<Counter />);
  await waitFor(() => expect(document.activeElement).toBe(entry()));
  const button = screen.getByText('Remove');
  for (const key of [
    { key: ' ' },
    { key: '/' },
    { key: '?' },
    { key: 'Tab' },
    { key: 'c', ctrlKey: true },
  ]) {
    button.focus();
    fireEvent.keyDown(button, key);
    expect(document.activeElement).toBe(button);
  }
  fireEvent.keyDown(button, { key: 't' });
  expect(document.activeElement).toBe(entry());
});

test('Tab that leaves the page is not called back; what goes away by another key is', async () => {
  render(<Counter />);
  await waitFor(() => expect(document.activeElement).toBe(entry()));
  const button = screen.getByText('Remove');
  const leaves = async (key: string) => {
    button.focus();
    fireEvent.keyDown(button, { key });
    button.blur();
    await rest();
  };
  await leaves('Tab');
  expect(document.activeElement).toBe(document.body);
  await leaves('Enter');
  expect(document.activeElement).toBe(entry());
});

test('on a phone nothing takes the focus by itself: its keyboard would cover the pad', async () => {
  mockMedia.wide = false;
  render(<Counter />);
  fireEvent.pointerUp(screen.getByText('Remove'));
  await rest();
  expect(document.activeElement).toBe(document.body);
});
