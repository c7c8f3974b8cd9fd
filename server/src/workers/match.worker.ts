import type { MessagePort } from 'node:worker_threads';
import { match, type MatchInput, type MatchResult } from '@abacist/core/matching';

type Work = { input: MatchInput; port: MessagePort; stop: Int32Array };

/** Matches in a worker: reports progress over the port, stops when the flag is set. */
export default function work({ input, port, stop }: Work): MatchResult | undefined {
  const result = match(input, {
    onProgress: (done, of) => {
      if (done === of || done % 50 === 0) port.postMessage({ done, of });
    },
    shouldStop: () => Atomics.load(stop, 0) === 1,
  });
  port.close();
  return result;
}
