import type { MessagePort } from 'node:worker_threads';
import { refuse, type Outcome } from '@abacist/core/outcome';
import type { Watch } from '@abacist/core/csv';

export type FileWork<I> = { input: I; port?: MessagePort; stop?: Int32Array };

class Stopped extends Error {}

/** Every how many milliseconds a reader says how far it is. */
const SAY_EVERY = 100;

/**
 * A module that reads a file in a worker: it says how far it is, and a person may stop it.
 * Refusals: those of the reader, `file.stopped`.
 */
export function readsFile<I, O>(
  read: (input: I, watch: Watch) => Outcome<O> | Promise<Outcome<O>>,
) {
  return async ({ input, port, stop }: FileWork<I>): Promise<Outcome<O>> => {
    let said = 0;
    const watch: Watch = (done, of) => {
      if (stop && Atomics.load(stop, 0) === 1) throw new Stopped();
      if (!port || performance.now() - said < SAY_EVERY) return;
      said = performance.now();
      port.postMessage({ done, of });
    };
    try {
      return await read(input, watch);
    } catch (error) {
      if (error instanceof Stopped) return refuse('file.stopped');
      throw error;
    } finally {
      port?.close();
    }
  };
}
