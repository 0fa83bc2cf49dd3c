import { OWN_HEADER } from '@lippet/core/contract/limits';
import type { Problem, ProblemCode } from '@lippet/core/contract/problem';

/** The server's refusal, or that it could not be reached; the message can be shown as it is. */
export class RequestError extends Error {
  override name = 'RequestError';

  constructor(
    readonly code: ProblemCode | 'unreachable',
    message: string,
    readonly wait?: number,
  ) {
    super(message);
  }
}

/** How long an answer may take, in milliseconds: a network that hangs is one that is not there. */
const PATIENCE = 30_000;

/** Fetches, and gives up where no answer begins to come in time; files take as long as they take. */
async function fetchInTime(address: string, request: RequestInit): Promise<Response> {
  if (request.body instanceof Blob) return fetch(address, request);
  const impatience = new AbortController();
  const timer = setTimeout(() => impatience.abort(), PATIENCE);
  try {
    return await fetch(address, { ...request, signal: impatience.signal });
  } finally {
    clearTimeout(timer);
  }
}

async function send(method: string, path: string, body?: unknown): Promise<Response> {
  let response: Response;
  try {
    response = await fetchInTime(`/api${path}`, {
      method,
      credentials: 'same-origin',
      headers: {
        [OWN_HEADER]: '1',
        ...(body === undefined
          ? {}
          : { 'content-type': body instanceof Blob ? 'application/octet-stream' : 'application/json' }),
      },
      body: body === undefined || body instanceof Blob ? body : JSON.stringify(body),
    });
  } catch {
    throw new RequestError('unreachable', 'School can’t be reached just now. What you made is safe on this device.');
  }
  if (response.ok) return response;
  const problem = (await response.json().catch(() => null)) as Problem | null;
  throw new RequestError(
    problem?.code ?? 'broken',
    problem?.message ?? 'Something broke. Try again in a moment.',
    problem?.wait,
  );
}

export const get = async <T>(path: string): Promise<T> => (await send('GET', path)).json() as Promise<T>;
export const getBlob = async (path: string): Promise<Blob> => (await send('GET', path)).blob();
export const getBytes = async (path: string): Promise<Uint8Array> =>
  new Uint8Array(await (await send('GET', path)).arrayBuffer());
const answerTo = async <T>(method: string, path: string, body: unknown): Promise<T> => {
  const response = await send(method, path, body);
  return (response.status === 204 ? undefined : await response.json()) as T;
};
export const post = <T>(path: string, body: unknown = {}): Promise<T> => answerTo('POST', path, body);
export const put = <T>(path: string, body: unknown): Promise<T> => answerTo('PUT', path, body);
/** Brings a file as it is. */
export const postFile = async <T>(path: string, file: Blob): Promise<T> =>
  (await send('POST', path, file)).json() as Promise<T>;
export const remove = async (path: string): Promise<void> => void (await send('DELETE', path));
