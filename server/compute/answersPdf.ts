import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { TEXT_FONTS, type TextFont } from '@lippet/core/page/item';
import { FONT_FILES } from '@lippet/core/pdf/fontFiles';
import { wordsMeasure } from '@lippet/core/pdf/measureWords';
import { writePdf } from '@lippet/core/pdf/write';
import type { CopyBlock } from '@lippet/core/questions/copy/answersCopy';
import { copyPages } from '@lippet/core/questions/copy/copyPages';
import { quickDeflate } from './quickDeflate';

export interface AnswersPdfTask {
  title: string;
  blocks: readonly CopyBlock[];
  fontsRoot: string;
}

/** Writes what was answered as a PDF. It has neither pictures nor other PDFs in it. */
export async function answersPdf({ title, blocks, fontsRoot }: AnswersPdfTask): Promise<Uint8Array> {
  const fontFile = (file: string): Promise<Uint8Array> => readFile(join(fontsRoot, file));
  const files = {} as Record<TextFont, Uint8Array>;
  for (const font of TEXT_FONTS) files[font] = await fontFile(FONT_FILES[font][0]!);
  const nothing = (): Promise<never> => Promise.reject(new TypeError('A copy of answers shows no files.'));
  const sources = { pdf: nothing, picture: nothing, font: fontFile, deflate: quickDeflate };
  return writePdf(copyPages(blocks, wordsMeasure(files)), sources, { title });
}
