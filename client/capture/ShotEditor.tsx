import { LOOKS, type Look, type Turn } from '@lippet/core/scan/shot';
import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../ui/Button';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import type { Wish } from '../workers/scan.worker';
import type { HeldPhoto } from './bringPhoto';
import { CornerStage } from './CornerStage';
import { scanner } from './scanner';
import { WARNING_WORDS } from '@lippet/core/scan/warningWords';

const LOOK_WORDS: Record<Look, string> = { photo: 'As it is', clean: 'Clean', black: 'Black' };
/** Corners to begin with where no sheet was found: a little inside the photo. */
const ROUGH = [0.08, 0.08, 0.92, 0.08, 0.92, 0.92, 0.08, 0.92];
/** Pixels of the page as it is shown while it is being set. */
const SHOWN = 900_000;

interface Props {
  photo: HeldPhoto;
  start: Wish;
  /** The page is being made. */
  busy: boolean;
  onKeep: (wish: Wish) => void;
  onAgain: () => void;
  onClose: () => void;
}

/** A photo just taken, or taken up again: is all of it there, is it upright, how is it to look? */
export function ShotEditor({ photo, start, busy, onKeep, onAgain, onClose }: Props) {
  const [wish, setWish] = useState(start);
  const [corners, setCorners] = useState(false);
  const { warnings, width, height } = photo.opened;
  const keepWord = warnings.length > 0 ? 'Keep it' : 'Use it';
  const turn = (): void => setWish({ ...wish, turn: ((wish.turn + 1) % 4) as Turn });
  return (
    <View style={styles.screen} role="main">
      <View style={styles.head}>
        <Text variant="headlineSmall" role="heading" aria-level={1}>
          {corners ? 'Put the corners on the sheet' : 'Can all of it be read?'}
        </Text>
        <Press aria-label="Leave this photo out" onPress={onClose} flat style={styles.close}>
          <LineIcon name="close" size={20} />
        </Press>
      </View>
      <View style={styles.stage}>
        {corners ? (
          <CornerStage
            photo={photo.blob}
            width={width}
            height={height}
            corners={wish.corners ?? ROUGH}
            onChange={(moved) => setWish({ ...wish, corners: moved })}
          />
        ) : (
          <PagePreview photo={photo} wish={wish} />
        )}
      </View>
      {warnings.length > 0 && !corners && (
        <View style={styles.warning} role="alert">
          {warnings.map((warning) => (
            <Text key={warning} variant="bodyMedium">
              {WARNING_WORDS[warning].long}
            </Text>
          ))}
        </View>
      )}
      <View style={styles.row} role="group" aria-label="How it looks">
        {LOOKS.map((look) => (
          <Press
            key={look}
            role="radio"
            aria-checked={wish.look === look}
            flat={wish.look === look}
            fill={wish.look === look ? colours.ochre : colours.scrap}
            onPress={() => setWish({ ...wish, look })}
            style={styles.look}
            aria-label={LOOK_WORDS[look]}
          >
            <Text variant="labelMedium">{LOOK_WORDS[look]}</Text>
          </Press>
        ))}
        <Press aria-label="Turn it" onPress={turn} style={styles.tool}>
          <LineIcon name="turn" />
          <Text variant="labelSmall">Turn</Text>
        </Press>
        <Press
          aria-label={corners ? 'Corners: done, show the page' : 'Corners: move them'}
          aria-pressed={corners}
          fill={corners ? colours.ochre : colours.scrap}
          flat={corners}
          style={styles.tool}
          onPress={() => {
            if (!wish.corners) setWish({ ...wish, corners: ROUGH });
            setCorners(!corners);
          }}
        >
          <LineIcon name="corners" />
          <Text variant="labelSmall">Corners</Text>
        </Press>
      </View>
      <View style={styles.foot}>
        <Button icon="camera" onPress={onAgain} disabled={busy} style={styles.again}>
          Take again
        </Button>
        <Button kind="main" icon="tick" onPress={() => onKeep(wish)} disabled={busy} style={styles.keep}>
          {busy ? 'Keeping …' : keepWord}
        </Button>
      </View>
    </View>
  );
}

/** The page as it would become. */
function PagePreview({ photo, wish }: { photo: HeldPhoto; wish: Wish }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let gone = false;
    void scanner()
      .preview(photo.id, photo.blob, wish, SHOWN)
      .then((bitmap) => {
        const element = canvas.current;
        if (gone || !element) return bitmap.close();
        Object.assign(element, { width: bitmap.width, height: bitmap.height });
        element.getContext('bitmaprenderer')!.transferFromImageBitmap(bitmap);
        element.dataset.look = wish.look;
        return undefined;
      });
    return () => void (gone = true);
  }, [photo, wish]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label="The page that will be kept"
      data-testid="page-preview"
      style={{
        position: 'absolute',
        inset: 12,
        width: 'calc(100% - 24px)',
        height: 'calc(100% - 24px)',
        objectFit: 'contain',
      }}
    />
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.paper },
  head: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    gap: 12,
    padding: 14,
    paddingBottom: 10,
  },
  close: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  stage: {
    flex: 1,
    minHeight: 160,
    backgroundColor: colours.desk,
    borderTopWidth: OUTLINE,
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
  },
  warning: {
    backgroundColor: colours.blush,
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
    padding: 12,
    gap: 4,
  },
  row: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'center', gap: 8, padding: 12, paddingBottom: 14 },
  look: { minHeight: 54, paddingHorizontal: 9, justifyContent: 'center' },
  tool: { minWidth: 56, minHeight: 54, paddingHorizontal: 3, alignItems: 'center', justifyContent: 'center' },
  foot: {
    flexDirection: 'row',
    gap: 14,
    padding: 14,
    paddingTop: 2,
    paddingBottom: 20,
    maxWidth: 640,
    width: '100%',
    alignSelf: 'center',
  },
  again: { flex: 1 },
  keep: { flex: 1 },
});
