/** The streams of the web, as far as they are used here; browsers, workers and Node have them, core's types do not. */
interface Streams {
  CompressionStream: new (format: 'deflate') => object;
  Response: new (body: unknown) => {
    body: { pipeThrough(stream: object): unknown };
    arrayBuffer(): Promise<ArrayBuffer>;
  };
}

/** Bytes packed as PDF's FlateDecode wants it (RFC 1950), by the platform's own code, beside what runs here. */
export async function deflate(bytes: Uint8Array): Promise<Uint8Array> {
  const { CompressionStream, Response } = globalThis as unknown as Streams;
  const packed = new Response(new Response(bytes).body.pipeThrough(new CompressionStream('deflate')));
  return new Uint8Array(await packed.arrayBuffer());
}
