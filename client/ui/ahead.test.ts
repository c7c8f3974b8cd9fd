import { ahead, loadParts } from './ahead';

const online = (is: boolean) =>
  Object.defineProperty(navigator, 'onLine', { configurable: true, value: is });
beforeEach(() => jest.useFakeTimers());
afterEach(() => {
  jest.useRealTimers();
  online(true);
});

test('without network a part of a page waits for it, and is there when it is back', async () => {
  online(false);
  const load = jest.fn().mockRejectedValueOnce(new Error('away')).mockResolvedValue('here');
  const part = ahead(load)();
  await jest.advanceTimersByTimeAsync(60_000);
  expect(load).toHaveBeenCalledTimes(1);
  online(true);
  window.dispatchEvent(new Event('online'));
  expect(await part).toBe('here');
});

test('with a network it is asked for some times, and then it is said that it can’t be had', async () => {
  const load = jest.fn().mockRejectedValue(new Error('gone'));
  const part = ahead(load)().catch((error: Error) => error.message);
  await jest.advanceTimersByTimeAsync(10_000);
  expect(await part).toBe('gone');
  expect(load).toHaveBeenCalledTimes(4);
  // What is only loaded ahead asks once, and nobody hears of it.
  await loadParts();
  expect(load).toHaveBeenCalledTimes(5);
});
