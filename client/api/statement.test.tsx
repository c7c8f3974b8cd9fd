import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query';
import { renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { useStatement } from './statement';

/** What the server answers next of the lane; the last one stays. */
let mockLane: { matching: boolean; proposals: string[] }[] = [];
let mockAsked: string[] = [];
jest.mock('./http', () => ({
  request: async (_method: string, path: string) => {
    mockAsked.push(path);
    return mockLane.length > 1 ? mockLane.shift() : mockLane[0];
  },
}));

test('while the engine runs the lane is asked for again; then all else is read anew, once', async () => {
  mockAsked = [];
  mockLane = [
    { matching: true, proposals: [] },
    { matching: true, proposals: [] },
    { matching: false, proposals: ['undone before'] },
  ];
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  let others = 0;
  const { result } = renderHook(
    () => {
      useQuery({ queryKey: ['looseEnds'], queryFn: () => (others += 1) });
      return useStatement(2);
    },
    { wrapper },
  );
  await waitFor(() => expect(result.current.data).toMatchObject({ matching: false }), {
    timeout: 5000,
  });
  expect(result.current.data).toMatchObject({ proposals: ['undone before'] });
  await waitFor(() => expect(others).toBe(2));
  expect(mockAsked).toEqual(Array(3).fill('/statement?bankAccountId=2'));
  // An engine at rest is left alone.
  await new Promise((resolve) => setTimeout(resolve, 900));
  expect(mockAsked).toHaveLength(3);
  expect(others).toBe(2);
});
