import * as Y from 'yjs';
import type { Manifest } from '@lippet/core/contract/pieces';
import type { PartView } from '@lippet/core/parts/part';
import { documentOf } from '@lippet/core/page/document';
import { documentExtent, ExtentError, holdsAll } from '@lippet/core/page/holds';
import { mediaOf } from '@lippet/core/page/mediaOf';
import { measureProgress, NO_PROGRESS } from '@lippet/core/piece/progress';
import { dropOtherTakes } from '@lippet/core/recording/take';
import { walkNotes } from '@lippet/core/review/noteWalk';
import type { ChoicePlan } from '@lippet/core/contract/activityDefinition';
import { partBegun } from '@lippet/core/piece/completeness';
import { sendChecks, type SendCheck } from '@lippet/core/piece/sendChecks';

/** A piece that is to be sent. */
export interface ToSendTask {
  /** Its document, as Yjs updates. */
  updates: readonly Uint8Array[];
  /** All that the device has of it; null where it is looked over before it is sent. */
  extent: Uint8Array | null;
  parts: readonly PartView[];
  choices: readonly ChoicePlan[];
  /** The go that came back before, with what was marked on it; null for none. */
  before: { document: Uint8Array; marks: Uint8Array } | null;
  /** Files that school would not take. */
  refused: ReadonlySet<string>;
}

/** What is to be frozen, or why it can't be yet. */
export type ToSend =
  | { kind: 'unreadable extent'; why: string }
  | { kind: 'still arriving' }
  | {
      kind: 'whole';
      /** Ids of the files that it names. */
      media: string[];
      checks: SendCheck[];
      /** Something has been made, in any part. */
      made: boolean;
      /** As it is frozen: without takes that were not chosen. Null where that is the one update that is at school. */
      document: Uint8Array | null;
      /** What that holds, part by part. */
      parts: Manifest['parts'];
      /** All that was looked over, also takes that were not chosen. */
      extent: Uint8Array;
    };

/** All of a piece is at school, and may go. */
export type WholePiece = Extract<ToSend, { kind: 'whole' }>;

/** Whether a document holds all of an extent; the sentence where that can't be read. */
function holdsExtent(doc: Y.Doc, extent: Uint8Array): boolean | { why: string } {
  try {
    return holdsAll(doc, extent);
  } catch (error) {
    if (error instanceof ExtentError) return { why: error.message };
    throw error;
  }
}

function checksOf(doc: Y.Doc, { parts, choices, before, refused }: ToSendTask): SendCheck[] {
  const ids = parts.map(({ id }) => id);
  const notes = before ? walkNotes(documentOf(before.document), documentOf(before.marks), ids) : [];
  const current = parts.filter(({ removed }) => !removed);
  return sendChecks(doc, { parts: current, choices, notes, refused });
}

/** What was read is the document where nothing was dropped: to write it anew takes a third of the time. */
function asKept(updates: readonly Uint8Array[], merged: Uint8Array | null): Uint8Array | null {
  if (updates.length === 1) return null;
  return merged ?? Y.encodeStateAsUpdate(new Y.Doc());
}

/** Looks over a document that is to be sent, and makes what will be frozen of it. */
export function toSend(task: ToSendTask): ToSend {
  const kept = task.updates.length > 0 ? Y.mergeUpdates([...task.updates]) : null;
  const doc = documentOf(kept);
  const holds = task.extent === null || holdsExtent(doc, task.extent);
  if (typeof holds === 'object') return { kind: 'unreadable extent', why: holds.why };
  if (!holds) return { kind: 'still arriving' };
  const extent = documentExtent(doc);
  const media = [...mediaOf(doc)];
  const checks = checksOf(doc, task);
  const dropped = dropOtherTakes(doc);
  const progress = measureProgress(doc);
  return {
    kind: 'whole',
    media,
    checks,
    made: task.parts.some(({ id, removed }) => !removed && partBegun(progress, id)),
    document: dropped ? Y.encodeStateAsUpdate(doc) : asKept(task.updates, kept),
    parts: task.parts.map(({ id, title, kind }) => ({ id, title, kind, ...(progress.parts[id] ?? NO_PROGRESS) })),
    extent,
  };
}
