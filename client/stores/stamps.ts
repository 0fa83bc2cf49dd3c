import type { KeptStampView } from '@lippet/core/contract/stamps';
import { create } from 'zustand';

/** The stamp in hand. */
export const useStampInHand = create<{ stamp: KeptStampView | null }>(() => ({ stamp: null }));
