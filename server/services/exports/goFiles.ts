import { strToU8 } from 'fflate';
import { fileEnding } from '@lippet/core/contract/fileEndings';
import { answerAsText, type PartView } from '@lippet/core/parts/part';
import { documentOf, readPages } from '@lippet/core/page/document';
import type { PdfStyle } from '@lippet/core/pdf/style';
import { PdfSourceError } from '@lippet/core/pdf/openPdf';
import { voicesOf } from '@lippet/core/recording/moments';
import { chosenTake, readTakes } from '@lippet/core/recording/take';
import type { Compute } from '../../compute/compute';
import { Media, NoteReply, type Review, type Submission } from '../../models/tables';
import type { FileStore } from '../../storage/fileStore';
import type { ZipContent } from '../../storage/zipFile';
import type { GivenPages } from '../planning/givenPages';
import { namedMedia, type HomePiece } from '../media/namedMedia';

/** One file that is made of a go. */
export interface GoFile {
  name: string;
  content: ZipContent;
  /** Whether packing would make it no smaller. */
  packed: boolean;
}

/** A name that any disk takes. */
export const fileName = (words: string, otherwise: string): string =>
  words
    .replaceAll(/[^\p{L}\p{N} ,-]/gu, '')
    .trim()
    .slice(0, 80) || otherwise;

/** What a frozen go is as files: PDF of its pages, written words, recordings. */
export class GoFiles {
  constructor(
    private readonly files: FileStore,
    private readonly compute: Compute,
    private readonly fontsRoot: string,
    private readonly given: GivenPages,
  ) {}

  /**
   * Its pages as a PDF, with these marks on them.
   * @param elsewhere finds what marks show that is no file of the piece
   * @throws PdfSourceError where something below them can't be added to, or is not here any more
   */
  async pdf(
    piece: HomePiece,
    document: Uint8Array,
    marks: Uint8Array | null,
    style: PdfStyle,
    elsewhere: (id: string) => Promise<Media | null> = () => Promise.resolve(null),
  ): Promise<Buffer> {
    const paths: Record<string, string> = {};
    for (const id of new Set(await this.compute.run('goMedia', { document, marks }))) {
      const media = (await namedMedia(piece, id)) ?? (await elsewhere(id));
      // A document may name a page that its learner was not given.
      if (media) paths[id] = this.files.pathOf(await this.given.hashFor(media));
    }
    const { fontsRoot } = this;
    const made = await this.compute.run('goPdf', { document, marks, style, paths, fontsRoot });
    if ('unfit' in made) throw new PdfSourceError(made.unfit);
    return Buffer.from(made.bytes);
  }

  /**
   * All that was sent with a go, one file after another.
   *
   * @param piece what the go is of
   * @param marks the review's marks, for a second PDF with them on it
   * @param marksOnly only the PDF with the marks, where there are some
   * @param everything also recordings of which the learner may not keep a copy
   */
  async *all(
    piece: HomePiece,
    { document }: Submission,
    parts: readonly PartView[],
    marks: Uint8Array | null,
    { marksOnly = false, everything = false } = {},
  ): AsyncGenerator<GoFile> {
    const doc = documentOf(document);
    if (readPages(doc).length > 0) {
      if (!marksOnly || !marks)
        yield { name: 'pages.pdf', content: await this.pdf(piece, document, null, 'flat'), packed: true };
      if (marks)
        yield {
          name: marksOnly ? 'pages.pdf' : 'pages with marks.pdf',
          content: await this.pdf(piece, document, marks, 'flat'),
          packed: true,
        };
    }
    for (const [i, part] of parts.entries()) {
      const words = answerAsText(doc, part);
      const name = `${i + 1} ${fileName(part.title, part.kind)}`;
      if (words) yield { name: `${name}.txt`, content: strToU8(words), packed: false };
      const take = part.recording.keepCopy || everything ? chosenTake(readTakes(doc, part.id)) : null;
      if (take) yield* this.recording(piece, take.media, name);
    }
  }

  /**
   * What was spoken or filmed with a go: by its learner, by the teacher in answer, and by the teacher in notes.
   * @param review of the go, once it is released; null before
   */
  async *spoken(piece: HomePiece, submission: Submission, review: Review | null): AsyncGenerator<GoFile> {
    if (submission.voiceId) yield* this.recording(piece, submission.voiceId, 'said with it');
    if (review?.told) yield* this.recording(piece, review.told.media, 'answer');
    const notes = review?.marks ? voicesOf(documentOf(review.marks)) : [];
    for (const [i, voice] of notes.entries()) yield* this.recording(piece, voice, `note ${i + 1}`);
    if (review) yield* this.spokenReplies(review.id);
  }

  /** What was spoken under the notes, in the order in which it was said there. */
  private async *spokenReplies(reviewId: string): AsyncGenerator<GoFile> {
    const replies = await NoteReply.findAll({ where: { reviewId }, order: ['at', 'id'] });
    for (const [i, { voiceId }] of replies.entries()) {
      const media = voiceId ? await Media.findByPk(voiceId) : null;
      if (media) yield this.recorded(media, `reply ${i + 1}`);
    }
  }

  /** A recording that the piece names. */
  private async *recording(piece: HomePiece, id: string, name: string): AsyncGenerator<GoFile> {
    const media = await namedMedia(piece, id);
    if (media) yield this.recorded(media, name);
  }

  /** A picture or a PDF that one learner gave to another: nothing in it says who wrote it. */
  async handedOn(media: Media, name: string): Promise<GoFile> {
    const hash = media.kind === 'pdf' ? await this.given.withoutAuthor(media) : media.hash;
    const path = this.files.pathOf(hash);
    return { name: `${name}.${fileEnding(media.type)}`, content: { path }, packed: true };
  }

  /** A recording, by this name, in the form that plays everywhere where there is one already. */
  recorded(media: Media, name: string): GoFile {
    const playable = media.kind === 'film' ? 'video/mp4' : 'audio/mp4';
    return {
      name: `${name}.${fileEnding(media.playableHash ? playable : media.type)}`,
      content: { path: this.files.pathOf(media.playableHash ?? media.hash) },
      packed: true,
    };
  }
}
