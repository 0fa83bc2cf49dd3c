import { Hono, type Context } from 'hono';
import { API, type Address, type AnswerOf, type BodyOf, type IsOpen, type ParamOf } from '@lippet/core/contract/api';
import type { Endpoint } from '@lippet/core/contract/endpoint';
import type { Actor } from '../policy/actor';
import { body, id, signedIn, type AppEnv } from './context';

/** What an address of the contract is asked with. */
export interface Asked<A extends Address> {
  /** Who asks; null only where nobody has to be signed in. */
  actor: IsOpen<A> extends true ? Actor | null : Actor;
  /** The UUIDs of the address, by name. */
  ids: Readonly<Record<ParamOf<A>, string>>;
  /** Read by the contract. */
  body: BodyOf<A>;
  /** For cookies, and for where it comes from. */
  c: Context<AppEnv>;
}

type Act<A extends Address> = (asked: Asked<A>) => Promise<AnswerOf<A>> | AnswerOf<A>;

/** Routes for addresses of the contract: what is asked is read by it, and answered with what it promises. */
export class TableRoutes {
  readonly hono = new Hono<AppEnv>();

  /**
   * Answers an address.
   * @param act throws a ProblemError where it does not go well
   */
  on<A extends Address>(address: A, act: Act<A>): void {
    const endpoint: Endpoint<unknown, unknown, boolean> = API[address];
    const [method, path] = address.split(' ') as [method: string, path: string];
    const names = [...path.matchAll(/:(\w+)/g)].map(([, name]) => name!);
    this.hono.on(method, path, async (c) => {
      const asked = {
        actor: endpoint.open ? c.get('actor') : signedIn(c),
        ids: Object.fromEntries(names.map((name) => [name, id(c, name)])),
        body: endpoint.body ? await body(c, endpoint.body) : undefined,
        c,
      };
      const answer = await act(asked as Asked<A>);
      return endpoint.status === 204 ? c.body(null, 204) : c.json(answer ?? null, endpoint.status);
    });
  }
}
