import { router } from '~/router';
import { goBack } from './goBack';

jest.mock('~/router', () => ({
  router: { canGoBack: jest.fn(), back: jest.fn(), replace: jest.fn() },
}));
const did = () => ({
  browser: jest.mocked(window.history.back).mock.calls.length,
  router: jest.mocked(router.back).mock.calls.length,
  above: jest.mocked(router.replace).mock.calls.map(([to]) => to),
});

test.each([
  ['a tab that has been to other pages', { canGoBack: true }, false, [1, 0, []]],
  ['a tab that began here', { canGoBack: false }, true, [0, 0, ['/days']]],
  ['a browser that does not say, the router does', undefined, true, [0, 1, []]],
  ['a browser that does not say, nor the router', undefined, false, [0, 0, ['/days']]],
] as const)('%s', (_name, navigation, known, [browser, byRouter, above]) => {
  jest.clearAllMocks();
  jest.spyOn(window.history, 'back').mockImplementation(() => {});
  jest.mocked(router.canGoBack).mockReturnValue(known);
  Object.assign(window, { navigation });
  goBack('/days');
  expect(did()).toEqual({ browser, router: byRouter, above });
});
