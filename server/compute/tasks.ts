import { documentOf } from '@lippet/core/page/document';
import { measureProgress, type PieceProgress } from '@lippet/core/piece/progress';
import type { Question } from '@lippet/core/questions/question';
import type { School } from '@lippet/core/questions/questionKind';
import * as Y from 'yjs';
import { drawPage } from './drawPage';
import { freezeShared } from './freezeShared';
import { soundShape } from './soundShape';
import { toSend, type ToSend, type ToSendTask } from './toSend';
import type { AnswersPdfTask } from './answersPdf';
import type { GoDocuments, GoPdf, GoPdfTask } from './goPdf';

/** What a piece holds. @param updates its document, as Yjs updates */
const measure = (updates: readonly Uint8Array[]): PieceProgress =>
  measureProgress(documentOf(updates.length > 0 ? Y.mergeUpdates([...updates]) : null));

/** A piece's document as it is now, merged, and what it holds. */
function copy(updates: readonly Uint8Array[]): { document: Uint8Array; progress: PieceProgress } {
  const doc = documentOf(Y.mergeUpdates([...updates]));
  return { document: Y.encodeStateAsUpdate(doc), progress: measureProgress(doc) };
}

/** Many updates as one. */
const merge = (updates: readonly Uint8Array[]): Uint8Array => Y.mergeUpdates([...updates]);

interface VariantTask {
  question: Question;
  seed: string;
  school: School;
}

/** A question with other numbers; null where none are found, or a sum can't be computed. */
async function variant({ question, seed, school }: VariantTask): Promise<Question | null> {
  const [{ variantOf }, { UnmeetableTemplateError }, { ExpressionError }] = await Promise.all([
    import('@lippet/core/questions/variants/variant'),
    import('@lippet/core/questions/variants/draw'),
    import('@lippet/core/questions/variants/expression'),
  ]);
  try {
    return variantOf(question, seed, school);
  } catch (error) {
    if (error instanceof UnmeetableTemplateError || error instanceof ExpressionError) return null;
    throw error;
  }
}

/** Several pieces that are to be sent, in their order: for each to go to the thread by itself takes as long as looking. */
const toSendTogether = (pieces: readonly ToSendTask[]): ToSend[] => pieces.map(toSend);

/** A go as a PDF. Most threads only ever measure: what writes PDFs is not run before one is asked for. */
const goPdf = async (task: GoPdfTask): Promise<GoPdf> => (await import('./goPdf')).goPdf(task);

/** What was answered, as a PDF. */
const answersPdf = async (task: AnswersPdfTask): Promise<Uint8Array> => (await import('./answersPdf')).answersPdf(task);

/** Ids of the files that the pages of a go name. */
const goMedia = async (documents: GoDocuments): Promise<string[]> => (await import('./goPdf')).mediaOfPages(documents);

/** A PDF in which only some pages have anything on them; null where it can't be taken apart. */
async function leavePagesOut({ bytes, kept }: { bytes: Uint8Array; kept: number[] }): Promise<Uint8Array | null> {
  const [{ leavePagesOut: leaveOut }, { PdfSourceError }] = await Promise.all([
    import('@lippet/core/pdf/leavePagesOut'),
    import('@lippet/core/pdf/openPdf'),
  ]);
  try {
    return await leaveOut(bytes, new Set(kept));
  } catch (error) {
    if (error instanceof PdfSourceError) return null;
    throw error;
  }
}

/** What is computed beside the thread that answers people. Each takes and gives plain values. */
export const tasks = {
  measure,
  copy,
  merge,
  drawPage,
  toSendTogether,
  freezeShared,
  variant,
  goPdf,
  answersPdf,
  goMedia,
  leavePagesOut,
  soundShape,
};

type Tasks = typeof tasks;
export type TaskName = keyof Tasks;
/** What takes long, and nobody looks at a screen for: it has a thread of its own, and holds up no other. */
export const LONG_TASKS: ReadonlySet<TaskName> = new Set([
  'goPdf',
  'answersPdf',
  'goMedia',
  'leavePagesOut',
  'soundShape',
]);
export type TaskInput<N extends TaskName> = Parameters<Tasks[N]>[0];
export type TaskOutput<N extends TaskName> = Awaited<ReturnType<Tasks[N]>>;
