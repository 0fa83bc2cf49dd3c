const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** Whether a value is an id of ours. */
export const isId = (value: unknown): value is string => typeof value === 'string' && UUID.test(value);
