import type { InferType, ObjectSchema } from 'yup';

/** What an address answers with where all went well. */
export type GoodStatus = 200 | 201 | 202 | 204;

/**
 * One address of the API. What it answers with is only said in its type: the client reads nothing that the server's own
 * types do not promise.
 */
export class Endpoint<Answer, Body = undefined, Open extends boolean = false> {
  /** Only for types; there is no such field. */
  declare readonly answer: Answer;

  constructor(
    readonly status: GoodStatus,
    /** What has to be in the body; null for none. */
    readonly body: ObjectSchema<object> | null,
    /** Whether nobody has to be signed in. */
    readonly open: Open,
  ) {}

  /** The same with a body. */
  taking<Schema extends ObjectSchema<object>>(body: Schema): Endpoint<Answer, InferType<Schema>, Open> {
    return new Endpoint<Answer, InferType<Schema>, Open>(this.status, body, this.open);
  }

  /** The same for those as well who are not signed in. */
  forAnybody(): Endpoint<Answer, Body, true> {
    return new Endpoint<Answer, Body, true>(this.status, this.body, true);
  }
}

const answering = <Answer>(status: GoodStatus): Endpoint<Answer> => new Endpoint<Answer>(status, null, false);

/** Answers with something. */
export const gives = <Answer>(): Endpoint<Answer> => answering(200);
/** Makes something, and answers with it. */
export const makes = <Answer>(): Endpoint<Answer> => answering(201);
/** Begins to make something that takes a while, and answers with how that stands. */
export const begins = <Answer>(): Endpoint<Answer> => answering(202);
/** Does something of which there is nothing to tell. */
export const does = (): Endpoint<void> => answering(204);
