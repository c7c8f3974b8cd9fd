import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { MessageChannel } from 'node:worker_threads';
import type { JobView } from '@abacist/contracts';
import type { Pool } from 'mysql2/promise';
import { Piscina } from 'piscina';
import type { Logger } from 'pino';
import { patiently } from '../db/away';
import { row, run, type Db } from '../db/pool';
import { refuseWith } from '../http/errors';
import { HALF, readingNow, type Reading } from './reading';

/** Every how many milliseconds a job writes its progress and looks whether it should stop. */
const BEAT = 250;

/** Milliseconds until a short task is ended with its worker: no file and no paper takes longer. */
const FILE_LIMIT = 60_000;
const PAPER_LIMIT = 30_000;
const PAPERS = new Set([
  'paper.worker.ts',
  'statementsOne.worker.ts',
  'workbook.worker.ts',
  'evidence.worker.ts',
]);

/** A piece of work for a worker: `file` is a module of this folder with a default function. */
type Task<I> = { file: string; input: I };

export type Jobs = {
  /**
   * Runs a task in a worker; `finish` gets its result in the main thread (undefined when it was
   * stopped) and makes the job's stored result.
   */
  start: <I, O>(
    userId: number,
    kind: string,
    task: () => Promise<Task<I>>,
    finish: (output: O | undefined) => Promise<unknown>,
  ) => Promise<string>;
  /** Runs a short task in a worker and waits for its result: off the main thread, no job. */
  compute: <I, O>(task: Task<I>) => Promise<O>;
  /** Waits until a job that this server runs has ended. */
  ended: (id: string) => Promise<void>;
  /** Waits for all jobs of this server, then ends the workers. */
  close: () => Promise<void>;
};

/** Heavy work off the main thread, as jobs with progress, a way to stop, and a kept result. */
export function createJobs(pool: Pool, log: Logger, clock: () => Date): Jobs {
  const newPool = (maxThreads: number) =>
    new Piscina({
      execArgv: ['--import', 'tsx'],
      maxThreads,
      minThreads: 0,
      idleTimeout: 20_000,
      resourceLimits: { maxOldGenerationSizeMb: 1_500 },
    });
  const workers = newPool(2);
  // Whoever waits for a receipt waits behind no file.
  const papers = newPool(1);
  const running = new Map<string, Promise<void>>();

  async function work<I, O>(
    id: string,
    makeTask: () => Promise<Task<I>>,
    finish: (output: O | undefined) => Promise<unknown>,
  ): Promise<void> {
    const stop = new Int32Array(new SharedArrayBuffer(4));
    const { port1, port2 } = new MessageChannel();
    let progress = { done: 0, of: 0 };
    port1.on('message', (message: typeof progress) => (progress = message));
    const beat = setInterval(() => {
      void keepProgress(pool, id, progress, stop, clock()).catch((error: unknown) =>
        log.error({ err: error }, 'a job lost its progress'),
      );
    }, BEAT);
    try {
      const task = await makeTask();
      // It may have been stopped while its input was read.
      await keepProgress(pool, id, progress, stop, clock());
      const output = (await workers.run(
        { input: task.input, port: port2, stop },
        {
          filename: fileURLToPath(new URL(`./${task.file}`, import.meta.url)),
          transferList: [port2],
        },
      )) as O | undefined;
      const result = await finish(output);
      await end(id, output === undefined ? 'stopped' : 'done', result, progress);
    } catch (error) {
      log.error({ err: error, job: id }, 'a job failed');
      // The database may be away just now: the job's end is not worth the server.
      await patiently(() => end(id, 'failed', null, progress)).catch((lost: unknown) =>
        log.error({ err: lost, job: id }, 'a failed job was not kept'),
      );
    } finally {
      clearInterval(beat);
      port1.close();
      running.delete(id);
    }
  }

  /** A file that is read is a job too, until its request has its answer. */
  async function begin(reading: Reading): Promise<void> {
    const { id, userId, stop } = reading;
    if (reading.end) return;
    await run(
      pool,
      `INSERT IGNORE INTO job (id, kind, status, user_id, started_at, beat_at)
       VALUES (?, 'file', 'running', ?, ?, ?)`,
      [id, userId, clock(), clock()],
    );
    // Sent again under its key, it is read again; a key that is another job's watches nothing.
    const { affectedRows } = await run(
      pool,
      `UPDATE job SET status = 'running', stop_asked = FALSE, beat_at = ?
       WHERE id = ? AND kind = 'file' AND user_id = ?`,
      [clock(), id, userId],
    );
    if (affectedRows !== 1) return;
    const told = (error: unknown) => log.error({ err: error }, 'a file’s progress was lost');
    const beat = setInterval(() => {
      void keepProgress(pool, id, reading.progress, stop, clock()).catch(told);
    }, BEAT);
    reading.end = (failed) => {
      clearInterval(beat);
      void end(id, failed ? 'failed' : 'done', null, reading.progress).catch(told);
    };
  }

  function end(
    id: string,
    status: string,
    result: unknown,
    progress: { done: number; of: number },
  ) {
    return run(
      pool,
      `UPDATE job SET status = ?, result = ?, steps_done = ?, steps_total = ?, ended_at = ?
       WHERE id = ?`,
      [status, JSON.stringify(result ?? null), progress.done, progress.of, clock(), id],
    );
  }

  return {
    async start(userId, kind, task, finish) {
      const id = randomUUID();
      await run(
        pool,
        `INSERT INTO job (id, kind, status, user_id, started_at, beat_at)
         VALUES (?, ?, 'running', ?, ?, ?)`,
        [id, kind, userId, clock(), clock()],
      );
      running.set(id, work(id, task, finish));
      return id;
    },
    async compute({ file, input }) {
      const filename = fileURLToPath(new URL(`./${file}`, import.meta.url));
      const isPaper = PAPERS.has(file);
      const signal = AbortSignal.timeout(isPaper ? PAPER_LIMIT : FILE_LIMIT);
      try {
        if (isPaper) return await papers.run(input, { filename, signal });
        const reading = readingNow();
        if (!reading) return await workers.run({ input }, { filename, signal });
        await begin(reading);
        const { port1, port2 } = new MessageChannel();
        port1.on('message', ({ done, of }: Reading['progress']) => {
          reading.progress = { done: Math.floor((HALF * done) / of), of: 2 * HALF };
        });
        const task = { input, port: port2, stop: reading.stop };
        return await workers.run(task, { filename, signal, transferList: [port2] });
      } catch (error) {
        if (!signal.aborted) throw error;
        throw refuseWith(isPaper ? 'paper.tooHard' : 'file.tooHard', 'file');
      }
    },
    async ended(id) {
      await running.get(id);
    },
    async close() {
      await Promise.all(running.values());
      await Promise.all([workers.destroy(), papers.destroy()]);
    },
  };
}

async function keepProgress(
  pool: Pool,
  id: string,
  { done, of }: { done: number; of: number },
  stop: Int32Array,
  now: Date,
): Promise<void> {
  await run(pool, 'UPDATE job SET steps_done = ?, steps_total = ?, beat_at = ? WHERE id = ?', [
    done,
    of,
    now,
    id,
  ]);
  const found = await row<{ stop_asked: number }>(
    pool,
    'SELECT stop_asked FROM job WHERE id = ?',
    [id],
  );
  if (found?.stop_asked) Atomics.store(stop, 0, 1);
}

/** A job as the client sees it, or undefined. */
export async function readJob(pool: Pool, id: string): Promise<JobView | undefined> {
  const found = await row<{
    id: string;
    kind: string;
    status: JobView['status'];
    steps_done: number;
    steps_total: number;
    result: string | null;
  }>(pool, 'SELECT id, kind, status, steps_done, steps_total, result FROM job WHERE id = ?', [
    id,
  ]);
  return (
    found && {
      id: found.id,
      kind: found.kind,
      status: found.status,
      done: found.steps_done,
      of: found.steps_total,
      result: found.result === null ? null : (JSON.parse(found.result) as unknown),
    }
  );
}

/** Asks a running job to stop, whichever server runs it. */
export async function stopJob(db: Db, id: string): Promise<void> {
  await run(db, `UPDATE job SET stop_asked = TRUE WHERE id = ? AND status = 'running'`, [id]);
}
