import { documentOf } from '@lippet/core/page/document';
import { measureProgress, type PieceProgress } from '@lippet/core/page/progress';
import * as Y from 'yjs';
import type { GoPdf, GoPdfTask } from './goPdf';

/** What a piece holds. @param updates its document, as Yjs updates */
const measure = (updates: readonly Uint8Array[]): PieceProgress =>
  measureProgress(documentOf(updates.length > 0 ? Y.mergeUpdates([...updates]) : null));

/** A go as a PDF. Most threads only ever measure: what writes PDFs is not run before one is asked for. */
const goPdf = async (task: GoPdfTask): Promise<GoPdf> => (await import('./goPdf')).goPdf(task);

/** What is computed beside the thread that answers people. Each takes and gives plain values. */
export const tasks = { measure, goPdf };

type Tasks = typeof tasks;
export type TaskName = keyof Tasks;
export type TaskInput<N extends TaskName> = Parameters<Tasks[N]>[0];
export type TaskOutput<N extends TaskName> = Awaited<ReturnType<Tasks[N]>>;
