import { v4 as uuid } from 'uuid';
import { create } from 'zustand';
import { request } from './http';

/** The file that the server reads for this person, by the job that says how far it is. */
export const useReading = create<{ id: string | null }>(() => ({ id: null }));

/** A file that is read at once needs no word. */
const A_WORD_AFTER = 600;

/** Says how far the server is with a file while it reads it. */
export async function whileReading<A>(id: string, send: () => Promise<A>): Promise<A> {
  const timer = setTimeout(() => useReading.setState({ id }), A_WORD_AFTER);
  try {
    return await send();
  } finally {
    clearTimeout(timer);
    useReading.setState((now) => (now.id === id ? { id: null } : now));
  }
}

/** What a file would do; nothing of it is kept. @throws ApiError */
export function checkFile<A>(path: string, file: object): Promise<A> {
  const id = uuid();
  return whileReading(id, () => request<A>('POST', path, file, { 'Idempotency-Key': id }));
}
