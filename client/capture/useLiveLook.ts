import type { Seen } from '@lippet/core/scan/liveLook';
import { Steady } from '@lippet/core/scan/steady';
import { transfer } from 'comlink';
import { useEffect, useRef, useState, type RefObject } from 'react';
import { frameOf, type Camera, type Frame } from './camera';
import { WorkerLostError } from '../workers/workerRemote';
import { scanner } from './scanner';

/** What is looked for, as it is at the moment. */
interface Wish {
  /** The photo is taken by itself. */
  alone: boolean;
  /** It is the first of several. */
  first: boolean;
  shoot: () => Promise<void>;
}

/** What was seen last, and how far a photo is from being taken by itself, 0 to 1. */
export interface LiveLook {
  seen: Seen | null;
  wait: number;
}

/** Whoever looks is asked again after so long, in milliseconds, where they could not be had. */
const AGAIN = 2_000;

const NOTHING: LiveLook = { seen: null, wait: 0 };

/** Pictures of a video, one after the other, until it ends; null then. */
class Frames {
  private ended = false;

  constructor(private readonly video: HTMLVideoElement) {}

  async next(): Promise<Frame | null> {
    const { video } = this;
    while (!this.ended) {
      await new Promise(requestAnimationFrame);
      const ready = video.videoWidth > 0 && video.readyState >= HTMLMediaElement.HAVE_CURRENT_DATA;
      const frame = !this.ended && ready ? await frameOf(video) : null;
      if (frame) return frame;
    }
    return null;
  }

  end(): void {
    this.ended = true;
  }
}

/** Looks at what a camera shows, picture after picture, and takes the photo by itself where that is wished for. */
export function useLiveLook(camera: Camera | null, video: RefObject<HTMLVideoElement | null>, wish: Wish): LiveLook {
  const [look, setLook] = useState(NOTHING);
  const latest = useRef(wish);
  latest.current = wish;
  useEffect(() => {
    if (!camera || !video.current) return undefined;
    const element = video.current;
    element.srcObject = camera.stream;
    void element.play().catch(() => undefined); // a view that closes meanwhile needs no picture
    const frames = new Frames(element);
    let gone = false;
    let steady = new Steady(latest.current.first);
    const judge = async (seen: Seen): Promise<void> => {
      const { found, sharp, width, height } = seen;
      const far = steady.look(found, sharp, Math.max(width, height), performance.now());
      const { alone, shoot } = latest.current;
      setLook({ seen, wait: alone ? far : 0 });
      if (!alone || far < 1) return;
      await shoot();
      steady = new Steady(false);
    };
    const run = async (): Promise<void> => {
      await scanner().lookAnew();
      let waiting = frames.next();
      try {
        for (let frame = await waiting; frame; frame = await waiting) {
          const looking = scanner().look(transfer(frame, [frame]));
          // The next picture is fetched while this one is looked at.
          waiting = frames.next();
          const seen = await looking;
          if (gone) return;
          // For whoever measures: how many pictures have been looked at.
          element.dataset.looks = String(Number(element.dataset.looks ?? 0) + 1);
          await judge(seen);
        }
      } finally {
        // One that was fetched and is not looked at any more would keep the camera's memory.
        void waiting.then((frame) => frame?.close());
      }
    };
    const keepLooking = (): Promise<void> =>
      run().catch((error: unknown) => {
        if (!(error instanceof WorkerLostError)) throw error;
        if (!gone) setTimeout(() => void keepLooking(), AGAIN);
      });
    void keepLooking();
    return () => {
      gone = true;
      frames.end();
      element.srcObject = null;
    };
  }, [camera, video]);
  return look;
}
