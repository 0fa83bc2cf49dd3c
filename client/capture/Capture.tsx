import { PHOTO_TYPES } from '@lippet/core/contract/media';
import type { Shot } from '@lippet/core/scan/shot';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { askForFiles } from '../ui/askForFiles';
import { useLayout } from '../ui/useLayout';
import { Opening } from '../ui/Opening';
import type { Wish } from '../workers/scan.worker';
import { firstWish, holdAgain, holdKept, holdPhoto, keepPhoto, type HeldPhoto, type MadePhoto } from './bringPhoto';
import { CameraView } from './CameraView';
import { PhoneLink } from './PhoneLink';
import { ShotEditor } from './ShotEditor';

interface Props {
  pieceId: string;
  title: string;
  /** Only one photo is wanted. */
  single?: boolean;
  /** A photo to change, in place of a new one. */
  change?: Shot;
  /** Photos that were chosen among files: the camera is not asked for. */
  files?: readonly File[];
  /** Called where some of them can't be used, with a sentence. */
  onUnfit?: (why: string) => void;
  onMade: (photo: MadePhoto) => void;
  onClose: () => void;
}

const NO_FILES: readonly File[] = [];

/** From the camera (or files) to pages: look, take, set right, keep; and again, until the learner is done. */
export default function Capture({
  pieceId,
  title,
  single = false,
  change,
  files = NO_FILES,
  onUnfit,
  onMade,
  onClose,
}: Props) {
  const [photo, setPhoto] = useState<HeldPhoto | null>(null);
  const [opening, setOpening] = useState(change !== undefined || files.length > 0);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [taken, setTaken] = useState(0);
  const [phone, setPhone] = useState(false);
  const [alone, setAlone] = useState(true);
  const layout = useLayout();

  const hold = async (held: Promise<HeldPhoto | string>): Promise<string | null> => {
    setOpening(true);
    const result = await held;
    setOpening(false);
    setTrouble(typeof result === 'string' ? result : null);
    setPhoto(typeof result === 'string' ? null : result);
    return typeof result === 'string' ? result : null;
  };
  // Nothing more is wanted than what was brought to this screen.
  const comesAlone = single || change !== undefined || files.length > 0;

  const keep = async (held: HeldPhoto, wish: Wish): Promise<string | null> => {
    const made = await keepPhoto(pieceId, held, wish);
    if (typeof made === 'string') return made;
    onMade(made);
    setTaken((count) => count + 1);
    return null;
  };
  const onKeep = async (wish: Wish): Promise<void> => {
    setBusy(true);
    const why = await keep(photo!, wish);
    setBusy(false);
    setTrouble(why);
    setPhoto(null);
    if (!why && comesAlone) onClose();
  };
  // One file is looked at like a photo just taken; many come in as they are found, each to be changed later.
  const onFiles = async (chosen: readonly File[]): Promise<string[]> => {
    if (chosen.length === 1) {
      const why = await hold(holdPhoto(chosen[0]!, chosen[0]!.lastModified));
      return why === null ? [] : [why];
    }
    const troubles: string[] = [];
    setOpening(chosen.length > 0);
    for (const file of chosen) {
      const held = await holdPhoto(file, file.lastModified);
      const why = typeof held === 'string' ? held : await keep(held, firstWish(held));
      if (why) troubles.push(`${file.name}: ${why}`);
    }
    setOpening(false);
    setTrouble(troubles.length > 0 ? troubles.join(' ') : null);
    return troubles;
  };
  const begin = useEffectEvent(async (): Promise<void> => {
    if (change) {
      await hold(holdAgain(change));
      return;
    }
    const troubles = await onFiles(files);
    if (troubles.length > 0) onUnfit?.(troubles.join(' '));
    else if (files.length > 1) onClose();
  });
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current || (!change && files.length === 0)) return;
    begun.current = true;
    void begin();
  }, [change, files]);

  // A photo that came from another device is at school already; where one is wanted, it is the one.
  const onArrived = async (media: string): Promise<string | null> => {
    const held = await holdKept(media, Date.now());
    const why = typeof held === 'string' ? held : await keep(held, firstWish(held));
    if (!why && (single || change)) onClose();
    return why;
  };

  if (phone)
    return (
      <PhoneLink
        pieceId={pieceId}
        title={title}
        onArrived={onArrived}
        onBack={() => (taken > 0 ? onClose() : setPhone(false))}
      />
    );
  if (opening) return <Opening />;
  if (photo) {
    const start: Wish =
      change && photo.id === change.original
        ? { corners: change.corners, turn: change.turn, look: change.look }
        : firstWish(photo);
    return (
      <ShotEditor
        key={photo.id}
        photo={photo}
        start={start}
        busy={busy}
        onKeep={(wish) => void onKeep(wish)}
        onAgain={() => setPhoto(null)}
        onClose={() => (comesAlone ? onClose() : setPhoto(null))}
      />
    );
  }
  return (
    <CameraView
      alone={alone}
      onAlone={setAlone}
      title={title}
      paper={!single}
      taken={single || change ? null : taken}
      trouble={trouble}
      onPhoto={(blob) => void hold(holdPhoto(blob, Date.now()))}
      // Whoever holds a phone has a camera in hand already.
      onPhone={layout === 'wide' ? () => setPhone(true) : undefined}
      onFiles={() => void askForFiles(PHOTO_TYPES, !single && !change).then(onFiles)}
      onBrought={(dropped) => void onFiles(single || change ? dropped.slice(0, 1) : dropped)}
      onClose={onClose}
    />
  );
}
