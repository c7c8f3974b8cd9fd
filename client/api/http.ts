import type { ErrorBody } from '@abacist/contracts';

/** An answer of the server that is not what was asked for. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly body: ErrorBody,
  ) {
    super(body.refusals[0]?.code ?? body.error);
  }
}

/** Without a connection a write is not even sent, which is known for sure. */
const NOT_SENT: ErrorBody = { error: 'broken', refusals: [{ code: 'client.notSent' }] };
/** The server did not answer: whether a command arrived is unknown; its key makes it safe. */
const UNREACHABLE: ErrorBody = { error: 'broken', refusals: [{ code: 'client.unreachable' }] };

/** One request to the API. @throws ApiError */
export async function request<A>(
  method: 'GET' | 'POST' | 'DELETE',
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
  signal?: AbortSignal,
): Promise<A> {
  if (method !== 'GET' && navigator.onLine === false) throw new ApiError(0, NOT_SENT);
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      credentials: 'same-origin',
      ...(signal && { signal }),
      headers: {
        ...(body !== undefined && { 'Content-Type': 'application/json' }),
        ...headers,
      },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
  } catch {
    throw new ApiError(0, UNREACHABLE);
  }
  const answer: unknown = await response.json().catch(() => undefined);
  // Every answer is JSON: one that broke off on its way was lost, whatever its status says.
  if (response.ok && answer !== undefined) return answer as A;
  const known = answer as ErrorBody | undefined;
  throw new ApiError(response.status, known?.refusals ? known : UNREACHABLE);
}
