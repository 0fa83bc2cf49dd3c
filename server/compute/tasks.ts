import { documentOf } from '@lippet/core/page/document';
import { measureProgress, type PieceProgress } from '@lippet/core/page/progress';
import { goPdf } from './goPdf';

/** What a piece holds. @param update its document, as one Yjs update; null for an empty one */
const measure = (update: Uint8Array | null): PieceProgress => measureProgress(documentOf(update));

/** What is computed beside the thread that answers people. Each takes and gives plain values. */
export const tasks = { measure, goPdf };

type Tasks = typeof tasks;
export type TaskName = keyof Tasks;
export type TaskInput<N extends TaskName> = Parameters<Tasks[N]>[0];
export type TaskOutput<N extends TaskName> = Awaited<ReturnType<Tasks[N]>>;
