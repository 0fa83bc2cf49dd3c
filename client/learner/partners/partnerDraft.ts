import type { RecordedMessage } from '@lippet/core/contract/activityDefinition';
import type { ChosenLevels } from '@lippet/core/review/rubric';
import { createStore, type StoreApi } from 'zustand/vanilla';

/** What a partner says beside the marks. */
export interface PartnerSaid {
  note: string;
  levels: ChosenLevels;
  told: RecordedMessage | null;
  /** Id of a picture or a PDF that goes with it. */
  attached: string | null;
}

/** `failed`: it stands here, and is tried again with the next letter, or when it is given. */
export type Keeping = { step: 'kept' } | { step: 'keeping' } | { step: 'failed'; why: string };

interface State {
  words: PartnerSaid;
  keeping: Keeping;
}

type Put = (words: PartnerSaid & { version: number }) => Promise<{ version: number }>;

/** What is said is kept this long after the last letter, in milliseconds. */
const REST = 500;

/** What a partner says of one work, kept at school as it is typed. */
export class PartnerDraft {
  readonly state: StoreApi<State>;
  private version: number;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private open = false;
  private flying: Promise<void> = Promise.resolve();

  /** @param put keeps it at school, and rejects with a sentence where that can't be done */
  constructor(
    { note, levels, told, attached, version }: PartnerSaid & { version: number },
    private readonly put: Put,
  ) {
    this.version = version;
    this.state = createStore<State>(() => ({ words: { note, levels, told, attached }, keeping: { step: 'kept' } }));
  }

  write(change: Partial<PartnerSaid>): void {
    this.state.setState(({ words }) => ({ words: { ...words, ...change }, keeping: { step: 'keeping' } }));
    this.open = true;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.keep(), REST);
  }

  /** Keeps what is not kept yet. @returns a sentence where that could not be done */
  async keep(): Promise<string | null> {
    clearTimeout(this.timer);
    // One after another: what is newer must not be overtaken.
    this.flying = this.flying.then(() => this.keepNow());
    await this.flying;
    const { keeping } = this.state.getState();
    return keeping.step === 'failed' ? keeping.why : null;
  }

  private async keepNow(): Promise<void> {
    if (!this.open) return;
    this.open = false;
    try {
      const { version } = await this.put({ ...this.state.getState().words, version: this.version });
      this.version = version;
      if (!this.open) this.state.setState({ keeping: { step: 'kept' } });
    } catch (error) {
      this.open = true;
      this.state.setState({ keeping: { step: 'failed', why: (error as Error).message } });
    }
  }
}
