import type { Address, AnswerOf, BodyOf, ParamOf } from '@lippet/core/contract/api';
import { OWN_HEADER } from '@lippet/core/contract/limits';
import type { Problem, ProblemCode } from '@lippet/core/contract/problem';
import { isAnybodyHere } from '../stores/unsent';

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
    // Who has only come to the door has made nothing yet.
    const comfort = isAnybodyHere() ? 'What you made is safe on this device.' : 'Try again in a moment.';
    throw new RequestError('unreachable', `School can’t be reached just now. ${comfort}`);
  }
  if (response.ok) return response;
  const problem = (await response.json().catch(() => null)) as Problem | null;
  throw new RequestError(
    problem?.code ?? 'broken',
    problem?.message ?? 'Something broke. Try again in a moment.',
    problem?.wait,
  );
}

/** What goes with an address of the contract: the ids in it, and the body, where it has them. */
type Given<A extends Address> = [
  ...([ParamOf<A>] extends [never] ? [] : [ids: Readonly<Record<ParamOf<A>, string>>]),
  ...(undefined extends BodyOf<A> ? [] : [body: BodyOf<A>]),
];

/** A path with its ids in their places. */
const filled = (path: string, ids: Readonly<Record<string, string>>): string =>
  path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(ids[name]!));

/**
 * Asks an address of the contract: `request('GET /pieces/:id', { id })`.
 * @throws RequestError where it is refused, or school can't be reached
 */
export async function request<A extends Address>(address: A, ...given: Given<A>): Promise<AnswerOf<A>> {
  const [method, path] = address.split(' ') as [method: string, path: string];
  const rest: unknown[] = [...given];
  const ids = path.includes(':') ? (rest.shift() as Record<string, string>) : {};
  const [body] = rest;
  const response = await send(method, filled(path, ids), body ?? (method === 'POST' ? {} : undefined));
  return (response.status === 204 ? undefined : await response.json()) as AnswerOf<A>;
}

export const getBlob = async (path: string): Promise<Blob> => (await send('GET', path)).blob();
export const getBytes = async (path: string): Promise<Uint8Array> =>
  new Uint8Array(await (await send('GET', path)).arrayBuffer());
/** Brings a file as it is, where that is the body. @throws RequestError like `request` */
export async function bringFile<A extends Address>(address: A, file: Blob): Promise<AnswerOf<A>> {
  const [method, path] = address.split(' ') as [method: string, path: string];
  return (await (await send(method, path, file)).json()) as AnswerOf<A>;
}
