/** The parts of harfbuzzjs that are used here. */
declare module 'harfbuzzjs/hb.js' {
  /** @param wasmBinary the bytes of `hb.wasm`: nothing is fetched then */
  export default function createHarfBuzz(from: { wasmBinary: Uint8Array }): Promise<object>;
}

declare module 'harfbuzzjs/hbjs.js' {
  export interface Freed {
    destroy(): void;
  }
  export interface HarfBuzzBuffer extends Freed {
    addText(text: string): void;
    guessSegmentProperties(): void;
    /** 1: marks are told apart from the letters they lean on. */
    setClusterLevel(level: 0 | 1 | 2): void;
    /**
     * In the order from left to right: the glyph, the place of its letters in the text (in UTF-16), how far the pen
     * goes on, and how far off the pen it lies, in font units.
     */
    getGlyphInfosAndPositions(): {
      codepoint: number;
      cluster: number;
      x_advance: number;
      x_offset: number;
      y_offset: number;
    }[];
  }
  export interface HarfBuzz {
    createBlob(bytes: Uint8Array): Freed;
    createFace(blob: Freed, index: number): Freed;
    createFont(face: Freed): Freed;
    createBuffer(): HarfBuzzBuffer;
    shape(font: Freed, buffer: HarfBuzzBuffer): void;
  }
  export default function hbjs(instance: object): HarfBuzz;
}
