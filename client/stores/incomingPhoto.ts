import { create } from 'zustand';

interface IncomingPhotoState {
  /** A picture on its way into an activity that is being opened. */
  waiting: { activityId: string; file: File } | null;
  handOver: (activityId: string, file: File) => void;
  /** Takes what waits for this activity, once. */
  take: (activityId: string) => File | null;
}

/** A picture that was about to be shown elsewhere, and goes into its activity instead. */
export const useIncomingPhoto = create<IncomingPhotoState>((set, read) => ({
  waiting: null,
  handOver: (activityId, file) => set({ waiting: { activityId, file } }),
  take: (activityId) => {
    const { waiting } = read();
    if (waiting?.activityId !== activityId) return null;
    set({ waiting: null });
    return waiting.file;
  },
}));
