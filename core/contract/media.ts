import * as yup from 'yup';
import { MAX_PAGES } from '../page/document';
import { readSpans, type Span } from '../recording/spans';

/** `file`: anything else, to be taken away and opened elsewhere; only among what a teacher shows. */
export const MEDIA_KINDS = ['picture', 'pdf', 'sound', 'film', 'file'] as const;
export type MediaKind = (typeof MEDIA_KINDS)[number];

/**
 * A recording is made playable everywhere in a job; until then, and where that fails, there is the recording as it
 * came.
 */
export type MediaState = 'processing' | 'ready' | 'failed';

/** A file at school, as it was judged there. */
export interface MediaView {
  id: string;
  kind: MediaKind;
  /** In bytes, as it is kept. */
  size: number;
  /** Of a picture or a film, in pixels. */
  width: number | null;
  height: number | null;
  /** Of a PDF. */
  pages: number | null;
  state: MediaState;
  /** Why it could not be made playable. */
  why: string | null;
  /** Of a recording, in seconds. */
  seconds: number | null;
  /** Integrated loudness in LUFS; null for silence, and while it is not known. */
  loudness: number | null;
  /** The shape of its sound, 0 to 1 in even stretches. */
  peaks: number[] | null;
}

const MEGABYTE = 1024 * 1024;

/** Limits of what may be brought in. */
export const MEDIA_LIMITS = {
  /** One picture or PDF as it arrives, in bytes. */
  file: 60 * MEGABYTE,
  /** One recording as it arrives, in bytes. */
  recording: 300 * MEGABYTE,
  /** Longest recording, in seconds. */
  seconds: 900,
  /** All files of one person, and all of a school, in bytes. */
  person: 4096 * MEGABYTE,
  school: 512 * 1024 * MEGABYTE,
  /** A picture's width times height. */
  pixels: 60_000_000,
  /** A picture is kept at most this long on its longer side, in pixels. */
  side: 4096,
  pages: MAX_PAGES,
} as const;

/** How many stretches the shape of a sound has. */
export const WAVE_PEAKS = 240;

/** Where files arrive by the tus protocol (https://tus.io). */
export const UPLOAD_PATH = '/api/uploads';

/** What a file dialog offers; what a file really is, the server judges from its content. */
export const PICTURE_TYPES = 'image/png,image/jpeg,image/webp,image/gif,image/svg+xml';
/** What a camera roll offers. */
export const PHOTO_TYPES = 'image/jpeg,image/png,image/webp,image/heic,image/heif,.heic,.heif,image/*';
export const SOUND_TYPES = 'audio/*';
export const FILM_TYPES = 'video/*,audio/*';
export const PDF_TYPE = 'application/pdf';

/** Where a file belongs: to a piece, to an activity, or to what a class says. It is how their addresses begin, too. */
export type MediaHome = `pieces/${string}` | `activities/${string}` | `groups/${string}`;
const HOME = /^(pieces|activities|groups)\/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** The ids in a file's home; all but one of them are null. */
export function homeIds(home: MediaHome): {
  pieceId: string | null;
  activityId: string | null;
  groupId: string | null;
} {
  const [kind, id] = home.split('/') as [string, string];
  const of = (which: string): string | null => (kind === which ? id : null);
  return { pieceId: of('pieces'), activityId: of('activities'), groupId: of('groups') };
}

/** Of an upload: which file it is, and where it belongs. Both ids were made by the client or by school. */
export const uploadMeta = yup.object({
  media: yup.string().uuid('The file’s id must be a UUID.').required('Say which file this is.'),
  home: yup
    .string<MediaHome>()
    .matches(HOME, 'Say where the file belongs, as in pieces/<id>, activities/<id> or groups/<id>.')
    .required('Say where this file belongs.'),
});

/** Says that a file has arrived whole. */
export const arrivedBody = yup.object({
  /** SHA-256 of the whole file, in hexadecimal. */
  sha256: yup
    .string()
    .matches(/^[0-9a-f]{64}$/, 'The checksum must be SHA-256 in hexadecimal.')
    .required('Say the file’s checksum.'),
});

/** Most stretches that a copy of a recording is put together from. */
const MOST_SPANS = 100;

/** What of a recording is kept, as it stands in an address: "0-4.2,6-9". */
export const spansAddress = (spans: readonly Span[]): string =>
  spans.map(([from, to]) => `${Number(from.toFixed(3))}-${Number(to.toFixed(3))}`).join(',');

export const cutQuery = yup.object({
  spans: yup
    .mixed<readonly Span[]>()
    .transform((_, given: unknown) =>
      readSpans(
        String(given ?? '')
          .split(',')
          .slice(0, MOST_SPANS)
          .map((span) => span.split('-').map(Number)),
      ),
    )
    .required('Say which stretches are kept, as in 0-4.2,6-9.'),
});

export const mediaQuery = yup.object({
  page: yup
    .number()
    .integer('A page is a whole number.')
    .min(1, 'Pages count from 1.')
    .max(MEDIA_LIMITS.pages, `A file has at most ${MEDIA_LIMITS.pages} pages.`)
    .default(1),
});
