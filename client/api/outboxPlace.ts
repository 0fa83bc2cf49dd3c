/** Where on the device files wait for school; the PDF worker looks there too. */
export const OUTBOX = { database: 'lippet-media', store: 'outbox' } as const;
