import type { ItemChange } from '@lippet/core/page/edit';
import { del, get, set } from 'idb-keyval';

/** A stroke that has been lifted is in the document, and that on the device, within this time, in milliseconds. */
const IN_DOCUMENT = 1_500;

/** What it is kept under, beside the steps for undo. */
export const strokeKey = (historyKey: string): string => `stroke ${historyKey}`;

/**
 * The stroke under the pen, as far as it came, beside the document that it will lie in: where the browser is killed
 * before the pen is lifted, the next visit finds it here.
 */
export class StrokeUnderWay {
  private writing: Promise<void> = Promise.resolve();
  private forgetting: ReturnType<typeof setTimeout> | undefined;
  private kept = false;

  constructor(private readonly key: string) {}

  /** Keeps it as far as it came; what was kept of it before is replaced. */
  keep(change: ItemChange): void {
    clearTimeout(this.forgetting);
    this.kept = true;
    this.write(() => set(this.key, change));
  }

  /** It is in the document. Until that is on the device for certain, it stays here too. */
  lifted(): void {
    if (!this.kept) return;
    clearTimeout(this.forgetting);
    this.forgetting = setTimeout(() => this.forget(), IN_DOCUMENT);
  }

  /** It was not meant as a stroke. */
  forget(): void {
    clearTimeout(this.forgetting);
    if (!this.kept) return;
    this.kept = false;
    this.write(() => del(this.key));
  }

  /** What an earlier visit left here; null for nothing. */
  async left(): Promise<ItemChange | null> {
    return (await get<ItemChange>(this.key)) ?? null;
  }

  /** One after the other; where the device has no room for it, the stroke is kept when it is lifted. */
  private write(work: () => Promise<void>): void {
    this.writing = this.writing
      .then(work)
      .catch((error: unknown) => console.warn('The stroke under the pen could not be kept.', error));
  }
}
