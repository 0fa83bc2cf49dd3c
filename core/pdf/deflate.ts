/** The streams of the web, as far as they are used here; browsers, workers and Node have them, core's types do not. */
interface Streams {
  CompressionStream: new (format: 'deflate') => object;
  Response: new (body: unknown) => { body: { pipeThrough(stream: object): unknown }; arrayBuffer(): Promise<ArrayBuffer> };
}

/** Text of one byte a character, packed as PDF's FlateDecode wants it (RFC 1950), by the platform's own code. */
export async function deflate(text: string): Promise<Uint8Array> {
  const { CompressionStream, Response } = globalThis as unknown as Streams;
  const bytes = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i);
  const packed = new Response(new Response(bytes).body.pipeThrough(new CompressionStream('deflate')));
  return new Uint8Array(await packed.arrayBuffer());
}
