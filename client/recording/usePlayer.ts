import { nextKept, spansLength, toKept, toRecorded, type Span } from '@lippet/core/recording/spans';
import { useEffect, useRef, useState, type RefObject } from 'react';

/** Farther than any recording: a recorder's file says how long it is only once its end was looked for. */
const BEHIND_THE_END = 1e7;
/** So near to the end is at it, in seconds. */
const AT_END = 0.05;

export interface Player {
  media: RefObject<HTMLVideoElement | null>;
  playing: boolean;
  /** Moment of what is kept, in seconds, and how long that is. */
  at: number;
  length: number;
  /** Why it can't be played here. */
  trouble: string | null;
  toggle: () => void;
  seek: (kept: number) => void;
}

/** Plays what is kept of a recording and leaves out the rest. `src` is set on the element by whoever shows it. */
export function usePlayer(src: string, spans: readonly Span[], alone = false): Player {
  const media = useRef<HTMLVideoElement>(null);
  const [playing, setPlaying] = useState(false);
  const [at, setAt] = useState(0);
  const [trouble, setTrouble] = useState<string | null>(null);
  const kept = useRef(spans);
  kept.current = spans;
  const length = spansLength(spans);

  const seek = (moment: number): void => {
    const inside = Math.max(0, Math.min(moment, spansLength(kept.current)));
    setAt(inside);
    if (media.current) media.current.currentTime = toRecorded(kept.current, inside);
  };
  const play = (): void => {
    setTrouble(null);
    // A browser may not play by itself; then there is the button.
    media.current?.play().catch((error: Error) => error.name !== 'AbortError' && setPlaying(false));
  };
  const toggle = (): void => {
    const element = media.current;
    if (!element) return;
    if (!element.paused) return element.pause();
    if (at >= length - AT_END) seek(0);
    play();
  };
  const latest = useRef({ seek, play, at, playing });
  latest.current = { seek, play, at, playing };

  useEffect(() => {
    const element = media.current;
    if (!element) return undefined;
    const stop = new AbortController();
    const { signal } = stop;
    let frame = 0;
    let measured = false;
    // Where it is played from another address, one goes on where one was.
    const { at: from, playing: wasPlaying } = latest.current;
    setPlaying(false);
    setTrouble(null);
    const begin = (): void => {
      measured = true;
      latest.current.seek(from);
      if (alone || wasPlaying) latest.current.play();
    };
    const follow = (): void => {
      frame = requestAnimationFrame(follow);
      if (!measured || element.paused || element.seeking) return;
      const next = nextKept(kept.current, element.currentTime);
      if (next === null) {
        element.pause();
        setAt(spansLength(kept.current));
      } else {
        if (next > element.currentTime + AT_END) element.currentTime = next;
        setAt(toKept(kept.current, next));
      }
    };
    element.addEventListener(
      'loadedmetadata',
      () => {
        if (Number.isFinite(element.duration)) return begin();
        element.addEventListener('timeupdate', begin, { signal, once: true });
        element.currentTime = BEHIND_THE_END;
        return undefined;
      },
      { signal },
    );
    element.addEventListener('play', () => setPlaying(true), { signal });
    element.addEventListener('pause', () => setPlaying(false), { signal });
    element.addEventListener('ended', () => setAt(spansLength(kept.current)), { signal });
    element.addEventListener('error', () => setTrouble('This can’t be played here just now. Try again in a moment.'), {
      signal,
    });
    element.src = src;
    frame = requestAnimationFrame(follow);
    return () => {
      stop.abort();
      cancelAnimationFrame(frame);
      element.pause();
      element.removeAttribute('src');
      element.load();
    };
  }, [src, alone]);
  return { media, playing, at, length, trouble, toggle, seek };
}
