import * as yup from 'yup';
import type { PdfStyle } from '../pdf/style';

/** A file that is made of a go. */
export interface ExportView {
  id: string;
  state: 'waiting' | 'ready' | 'failed';
  why: string | null;
  size: number | null;
}

/** An earlier copy of a draft. */
export interface CopyView {
  id: string;
  at: number;
  /** How much was on how many pages. */
  items: number;
  pages: number;
}

/** `zip`: the whole piece with all its goes, what came back, and its files. */
export type ExportStyle = PdfStyle | 'zip';

export const exportBody = yup.object({
  style: yup
    .string<ExportStyle>()
    .oneOf(['flat', 'annotations', 'zip'], 'The style is "flat", "annotations" or "zip".')
    .required('Say how it is to be written.'),
});
