// What shapes Indic letters in fontkit was compiled to ask for this; it must be there first.
import 'regenerator-runtime/runtime.js';
import type { PDFDocument } from 'pdf-lib';
import type { TextFont } from '../page/item';
import { FONT_FILES, HARFBUZZ_FILE, OTHER_FONT_FILES } from './fontFiles';
import { isInRanges } from './letterRanges';
import { openFace, openHarfBuzz, SHAPED, type Face } from './shapedFace';
import { charactersOf, type NamedFont } from './textRuns';

/** The files of letters that our faces do not have, of those that these letters need. */
const otherFiles = (points: readonly number[]): string[] =>
  OTHER_FONT_FILES.filter(({ ranges }) => points.some((point) => isInRanges(ranges, point))).map(({ file }) => file);

/** The fonts of one PDF: of each face as many files as the words that are written need, each embedded once. */
export class PdfFonts {
  /** Code points of what is written. */
  private readonly points: readonly number[];
  private readonly faces = new Map<TextFont, Promise<NamedFont[]>>();
  private readonly embedded = new Map<string, Promise<NamedFont>>();
  /** What pdf-lib has opened, by its bytes. */
  private readonly opened = new Map<Uint8Array, Face>();
  private readonly harfbuzz: Promise<Awaited<ReturnType<typeof openHarfBuzz>> | null>;

  /**
   * @param source the bytes of a file of those in `fontFiles`
   * @param words all that will be written
   */
  constructor(
    private readonly out: PDFDocument,
    private readonly source: (file: string) => Promise<Uint8Array>,
    words: string,
  ) {
    this.points = [...new Set(words.replaceAll(/\s/gu, ''))].map((letter) => letter.codePointAt(0)!);
    this.harfbuzz = SHAPED.test(words) ? source(HARFBUZZ_FILE).then(openHarfBuzz) : Promise.resolve(null);
    // Awaited where it is needed; a file that can't be had is told there.
    this.harfbuzz.catch(() => undefined);
  }

  /** A face's own fonts and, behind them, what has the letters it lacks; under names that content can use. */
  of(face: TextFont): Promise<NamedFont[]> {
    return this.once(this.faces, face, async () => {
      const fonts: NamedFont[] = [];
      let lacking = this.points;
      for (const file of [...FONT_FILES[face], ...otherFiles(this.points)]) {
        if (fonts.length > 0 && lacking.length === 0) break;
        const next = await this.embed(file);
        const has = charactersOf(next.font);
        lacking = lacking.filter((point) => !has.has(point));
        fonts.push(next);
      }
      return fonts;
    });
  }

  private embed(file: string): Promise<NamedFont> {
    return this.once(this.embedded, file, async () => {
      const name = `LipF${this.embedded.size}`;
      const [bytes, harfbuzz] = await Promise.all([this.source(file), this.harfbuzz]);
      this.out.registerFontkit({
        create: (data) => {
          const face = openFace(data, harfbuzz);
          this.opened.set(data, face);
          return face as never;
        },
      });
      const font = await this.out.embedFont(bytes, { subset: true });
      return { font, face: this.opened.get(bytes)!, name };
    });
  }

  private once<Key, T>(kept: Map<Key, Promise<T>>, key: Key, make: () => Promise<T>): Promise<T> {
    const made = kept.get(key) ?? make();
    kept.set(key, made);
    return made;
  }
}
