import * as yup from 'yup';
import { MAX_PAGES } from '../page/document';

export const MEDIA_KINDS = ['picture', 'pdf'] as const;
export type MediaKind = (typeof MEDIA_KINDS)[number];

/** A picture or a PDF at school, as it was judged there. */
export interface MediaView {
  id: string;
  kind: MediaKind;
  /** In bytes, as it is kept. */
  size: number;
  /** Of a picture, in pixels. */
  width: number | null;
  height: number | null;
  /** Of a PDF. */
  pages: number | null;
}

/** Limits of what may be brought in. */
export const MEDIA_LIMITS = {
  /** One file as it arrives, in bytes. */
  file: 60 * 1024 * 1024,
  /** A picture's width times height. */
  pixels: 60_000_000,
  /** A picture is kept at most this long on its longer side, in pixels. */
  side: 4096,
  pages: MAX_PAGES,
} as const;

/** What a file dialog offers; what a file really is, the server judges from its content. */
export const PICTURE_TYPES = 'image/png,image/jpeg,image/webp,image/gif,image/svg+xml';
/** What a camera roll offers. */
export const PHOTO_TYPES = 'image/jpeg,image/png,image/webp,image/*';
export const PDF_TYPE = 'application/pdf';

export const mediaQuery = yup.object({
  page: yup.number().integer('A page is a whole number.').min(1, 'Pages count from 1.').max(MEDIA_LIMITS.pages, `A file has at most ${MEDIA_LIMITS.pages} pages.`).default(1),
});
