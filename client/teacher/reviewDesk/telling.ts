import type { Outcome } from '@lippet/core/piece/pieceState';
import { createStore } from 'zustand/vanilla';

/** What was told last, and can be taken back for a while. */
export interface Recalling {
  /** What was told together, and how it was held before, if it was. */
  reviews: readonly { id: string; held: Outcome | null }[];
  personId: string;
  /** What was told. */
  words: string;
}

/** Somebody whose outcome could not be told, and why. */
export interface Untold {
  personId: string;
  name: string;
  why: string;
}

/** An outcome on its way: of which go, to whom, and how it is told. */
export interface Telling {
  goId: string;
  reviewId: string;
  personId: string;
  name: string;
  outcome: Outcome;
  /** @returns a sentence where it could not be told */
  release: () => Promise<string | null>;
}

export interface TellingState {
  /** Goes whose outcome is told, or on its way, and that the list may still call waiting. */
  under: ReadonlySet<string>;
  failed: readonly Untold[];
  recalling: Recalling | null;
}

/** Tells outcomes while the teacher goes on: several may be on their way at once. */
export class OutcomeTeller {
  readonly state = createStore<TellingState>(() => ({ under: new Set(), failed: [], recalling: null }));

  /** @param listAnew asks for the list again, which says afterwards what was told */
  constructor(private readonly listAnew: () => Promise<void>) {}

  isUnder(goId: string): boolean {
    return this.state.getState().under.has(goId);
  }

  /** @returns whether it was told; one that is told already is not told twice */
  async tell({ goId, reviewId, personId, name, outcome, release }: Telling): Promise<boolean> {
    if (this.isUnder(goId)) return false;
    this.state.setState(({ under, failed }) => ({
      under: new Set([...under, goId]),
      failed: failed.filter((untold) => untold.personId !== personId),
    }));
    try {
      const why = await release();
      if (why !== null) {
        this.state.setState(({ failed }) => ({ failed: [...failed, { personId, name, why }] }));
        return false;
      }
      const words = `${name}: ${outcome === 'again' ? 'another go' : 'finished'}`;
      this.toldTogether({ reviews: [{ id: reviewId, held: null }], personId, words });
      await this.listAnew();
      return true;
    } finally {
      // From here on the list says so, and whoever takes it back can answer anew.
      this.state.setState(({ under }) => ({ under: new Set([...under].filter((other) => other !== goId)) }));
    }
  }

  toldTogether(recalling: Recalling): void {
    this.state.setState({ recalling });
  }

  /** The time to take it back is over, or it was taken back. */
  recallOver(): void {
    this.state.setState({ recalling: null });
  }
}
