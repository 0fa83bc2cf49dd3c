import * as yup from 'yup';
import { LIMITS } from './limits';
import { trimmed } from './trimmed';

/** How long another device may take photos for a piece, in milliseconds. */
export const CAPTURE_TIME = 10 * 60_000;
/** Photos that one link lets through. */
export const CAPTURE_PHOTOS = 20;
/** The header with the key of a capture link. */
export const CAPTURE_HEADER = 'x-lippet-capture';
/** Letters and digits that can't be taken for each other, of which codes are made; so many of them. */
export const CODE_LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
export const CODE_LENGTH = 8;

/** A link that lets another device take photos, for who opened it. The key is told once. */
export interface CaptureLinkView {
  id: string;
  /** For the QR code. */
  key: string;
  /** For typing. */
  code: string;
  expiresAt: number;
}

/** What has come through a link, oldest first. */
export interface CaptureArrivals {
  media: string[];
  open: boolean;
}

/** What the other device shows: for what, whose, until when. */
export interface CaptureView {
  key: string;
  title: string;
  learner: string;
  expiresAt: number;
}

export const captureBody = yup.object({
  title: trimmed().required('Say what is photographed.').max(LIMITS.name, `At most ${LIMITS.name} characters.`),
});

export const captureKeyBody = yup.object({
  key: trimmed().required('Type the code that the other device shows.').max(100, 'That is no code.'),
});
