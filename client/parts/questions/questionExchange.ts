import { questionsCsv, questionsFromCsv } from '@lippet/core/questions/csv/questionsCsv';
import type { UnusedLine } from '@lippet/core/questions/paste/pastedQuestions';
import { PACKAGE_LIMITS, readPackage, writePackage } from '@lippet/core/questions/qti/qtiPackage';
import { packed, PackError, unpacked } from '@lippet/core/questions/qti/qtiZip';
import type { Question } from '@lippet/core/questions/question';
import type { School } from '@lippet/core/questions/questionKind';

/** Questions that were brought, and what could not be used. */
export interface BroughtQuestions {
  questions: Question[];
  unused: UnusedLine[];
}

const newId = (): string => crypto.randomUUID();

const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** Reads questions out of a file: a table, an item of QTI, or a package of them. */
export async function readQuestionFile(file: File, school: School): Promise<BroughtQuestions> {
  const nothing = (why: string): BroughtQuestions => ({ questions: [], unused: [{ line: 0, words: file.name, why }] });
  if (file.size > PACKAGE_LIMITS.bytes)
    return nothing(`A file with questions has at most ${PACKAGE_LIMITS.bytes / 1_000_000} MB.`);
  const bytes = new Uint8Array(await file.arrayBuffer());
  try {
    if (isZip(bytes)) return readPackage(unpacked(bytes), newId);
  } catch (error) {
    if (error instanceof PackError) return nothing(error.message);
    throw error;
  }
  const text = new TextDecoder().decode(bytes);
  if (/^\s*(?:\uFEFF)?</.test(text)) return readPackage([{ path: `${file.name}.xml`, text }], newId);
  return questionsFromCsv(text, { decimalMark: school.decimalMark, newId });
}

/** A file to keep, and in sentences what it can't hold. */
export interface QuestionFile {
  file: Blob;
  left: string[];
}

export function qtiFile(questions: readonly Question[]): QuestionFile {
  const { files, left } = writePackage(questions);
  return { file: new Blob([packed(files) as BlobPart], { type: 'application/zip' }), left };
}

export function csvFile(questions: readonly Question[], school: School): QuestionFile {
  const { csv, left } = questionsCsv(questions, school);
  return { file: new Blob([csv], { type: 'text/csv;charset=utf-8' }), left };
}
