import { AsyncLocalStorage } from 'node:async_hooks';
import type { RequestHandler } from 'express';
import { refuseWith } from '../http/errors';
import { KEY } from '../http/keyForm';

/**
 * A file that a request brought, under the key that the request has: a job of that id says how far
 * the reading is, and stops it.
 */
export type Reading = {
  id: string;
  userId: number;
  /** Of `of` parts that are read and kept, how many are done. */
  progress: { done: number; of: number };
  stop: Int32Array;
  /** Ends the job, where reading began. */
  end?: (failed: boolean) => void;
};

const current = new AsyncLocalStorage<Reading>();

/** The file that the running request reads, if it brought one and a key. */
export const readingNow = (): Reading | undefined => current.getStore();

/** Reading is the first half of the work, keeping the second, each in thousandths. */
export const HALF = 500;

/** Says how far keeping is. @throws HttpError 422 `file.stopped` when a person stopped it */
export function keptSoFar(done: number, of: number): void {
  const reading = readingNow();
  if (!reading) return;
  reading.progress = { done: HALF + Math.floor((HALF * done) / of), of: 2 * HALF };
  if (Atomics.load(reading.stop, 0) === 1) throw refuseWith('file.stopped', 'file');
}

/** Stands around each endpoint that takes a file. */
export const watchReading: RequestHandler = (request, response, next) => {
  const id = request.get('Idempotency-Key') ?? '';
  const userId = request.session.actor?.id;
  if (!KEY.test(id) || userId === undefined) return next();
  const reading: Reading = {
    id,
    userId,
    progress: { done: 0, of: 2 * HALF },
    stop: new Int32Array(new SharedArrayBuffer(4)),
  };
  response.on('close', () => reading.end?.(response.statusCode >= 400));
  current.run(reading, next);
};
