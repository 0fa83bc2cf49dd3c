/** How a PDF is written: all drawn flat, or with what can be an annotation as one. */
export type PdfStyle = 'flat' | 'annotations';
