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

/** What is on the screen. */
type Step =
  | { kind: 'camera' }
  | { kind: 'another device' }
  | { kind: 'opening' }
  | { kind: 'editing'; photo: HeldPhoto; isKeeping: boolean };

const CAMERA: Step = { kind: 'camera' };
const OPENING: Step = { kind: 'opening' };

/** How a photo is shown first: as it was kept, where that is what is changed, and otherwise as it was found. */
function wishFor(photo: HeldPhoto, change: Shot | undefined): Wish {
  if (change?.original !== photo.id) return firstWish(photo);
  return { corners: change.corners, turn: change.turn, look: change.look };
}

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
  const [step, setStep] = useState<Step>(change !== undefined || files.length > 0 ? OPENING : CAMERA);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [taken, setTaken] = useState(0);
  const [alone, setAlone] = useState(true);
  const layout = useLayout();

  const hold = async (coming: Promise<HeldPhoto | string>): Promise<string | null> => {
    setStep(OPENING);
    const held = await coming;
    const why = typeof held === 'string' ? held : null;
    setTrouble(why);
    setStep(typeof held === 'string' ? CAMERA : { kind: 'editing', photo: held, isKeeping: false });
    return why;
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
  const onKeep = async (photo: HeldPhoto, wish: Wish): Promise<void> => {
    setStep({ kind: 'editing', photo, isKeeping: true });
    const why = await keep(photo, wish);
    setTrouble(why);
    setStep(CAMERA);
    if (!why && comesAlone) onClose();
  };
  // One file is looked at like a photo just taken; many come in as they are found, each to be changed later.
  const onFiles = async (chosen: readonly File[]): Promise<string[]> => {
    if (chosen.length === 0) return [];
    if (chosen.length === 1) {
      const why = await hold(holdPhoto(chosen[0]!, chosen[0]!.lastModified));
      return why === null ? [] : [why];
    }
    const troubles: string[] = [];
    setStep(OPENING);
    for (const file of chosen) {
      const held = await holdPhoto(file, file.lastModified);
      const why = typeof held === 'string' ? held : await keep(held, firstWish(held));
      if (why) troubles.push(`${file.name}: ${why}`);
    }
    setTrouble(troubles.length > 0 ? troubles.join(' ') : null);
    setStep(CAMERA);
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

  if (step.kind === 'another device')
    return (
      <PhoneLink
        pieceId={pieceId}
        title={title}
        onArrived={onArrived}
        onBack={() => (taken > 0 ? onClose() : setStep(CAMERA))}
      />
    );
  if (step.kind === 'opening') return <Opening />;
  if (step.kind === 'editing') {
    const { photo, isKeeping } = step;
    return (
      <ShotEditor
        key={photo.id}
        photo={photo}
        start={wishFor(photo, change)}
        busy={isKeeping}
        onKeep={(wish) => void onKeep(photo, wish)}
        onAgain={() => setStep(CAMERA)}
        onClose={() => (comesAlone ? onClose() : setStep(CAMERA))}
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
      onPhone={layout === 'wide' ? () => setStep({ kind: 'another device' }) : undefined}
      onFiles={() => void askForFiles(PHOTO_TYPES, !single && !change).then(onFiles)}
      onBrought={(dropped) => void onFiles(single || change ? dropped.slice(0, 1) : dropped)}
      onClose={onClose}
    />
  );
}
